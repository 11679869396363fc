import type { CatchKind } from '../catch-kind'

/** The nearest point of the grid, where one is set. */
export const grid: CatchKind = {
  word: 'grid',
  handicap: 0,
  rank: 'grid',
  find: ({ p, context: { gridSpacing } }) => {
    if (!gridSpacing) return []
    const round = (value: number) => Math.round(value / gridSpacing) * gridSpacing
    return [{ point: { x: round(p.x), y: round(p.y) }, lines: [] }]
  },
}
