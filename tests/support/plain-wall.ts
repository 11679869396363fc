import type { ProjectRecord } from '@/core/model/registry'

/** The least that is a wall, from the zero along x. */
export const plainWall = (id: string, x = 5000, thicknessMm = 100): ProjectRecord => ({
  id,
  kind: 'wall',
  start: { x: 0, y: 0 },
  end: { x, y: 0 },
  thicknessMm,
  tracedLine: 'centre',
})
