import type { Point } from '@/core/geometry/vector'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { Opening } from '@/core/model/opening/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { Space } from '@/core/model/space/schema'
import type { TracedLine, Wall } from '@/core/model/wall/schema'
import type { LayerUse, WallType } from '@/core/model/wall-type/schema'

/** Elements for tests, as short as they can be written. */
export const wall = (
  id: string,
  start: Point,
  end: Point,
  thicknessMm = 200,
  tracedLine: TracedLine = 'centre',
): Wall => ({
  id,
  kind: 'wall',
  start,
  end,
  thicknessMm,
  tracedLine,
})

/** A type of the layers that are given: material, thickness in millimetres, and what it is for. */
export const wallType = (
  id: string,
  name: string,
  ...layers: readonly (readonly [material: string, thicknessMm: number, use: LayerUse])[]
): WallType => ({
  id,
  kind: 'wall-type',
  name,
  layers: layers.map(([material, thicknessMm, use]) => ({ material, thicknessMm, use })),
})

export const opening = (
  id: string,
  wallId: string,
  use: Opening['use'],
  alongMm: number,
  widthMm: number,
  heightMm: number,
  sillMm: number,
): Opening => ({
  id,
  kind: 'opening',
  wallId,
  use,
  alongMm,
  widthMm,
  heightMm,
  sillMm,
  way: 'hinged',
  hinge: 'start',
  opens: 'left',
})

export const room = (id: string, at: Point): Space => ({
  id,
  kind: 'space',
  levelId: FIRST_LEVEL.id,
  at,
  name: id,
  number: '',
  use: '',
})

/** 10 by 6 m outside, walls of 300 mm, parted by 100 mm at 6 m; a window to the south and a door between. */
export function house(): Map<string, ProjectRecord> {
  const corners = [
    { x: 0, y: 0 },
    { x: 10_000, y: 0 },
    { x: 10_000, y: 6000 },
    { x: 0, y: 6000 },
  ]
  const names = ['south', 'east', 'north', 'west']
  const list: ProjectRecord[] = [
    FIRST_LEVEL,
    ...names.map((name, i) => wall(name, corners[i]!, corners[(i + 1) % 4]!, 300, 'right')),
    wall('partition', { x: 6000, y: 0 }, { x: 6000, y: 6000 }, 100, 'centre'),
    opening('window', 'south', 'window', 3000, 1200, 1500, 900),
    opening('door', 'partition', 'door', 3000, 900, 2100, 0),
    { ...room('hall', { x: 3000, y: 3000 }), name: 'Hall', number: '01' },
    { ...room('store', { x: 8000, y: 3000 }), name: 'Store', number: '02' },
  ]
  return new Map(list.map((record) => [record.id, record]))
}
