import type { Wall } from '../wall/schema'
import type { WallType } from './schema'

export const thicknessOf = ({ layers }: Pick<WallType, 'layers'>): number =>
  layers.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0)

/** What lies before the first and behind the last bearing layer; nothing where none bears. */
export function shellOf({ layers }: Pick<WallType, 'layers'>): { outsideMm: number; insideMm: number } {
  const first = layers.findIndex(({ use }) => use === 'bearing')
  if (first < 0) return { outsideMm: 0, insideMm: 0 }
  const last = layers.findLastIndex(({ use }) => use === 'bearing')
  return {
    outsideMm: thicknessOf({ layers: layers.slice(0, first) }),
    insideMm: thicknessOf({ layers: layers.slice(last + 1) }),
  }
}

/** What a wall takes from its type. The outside of a wall is its left, of a flipped one its right. */
export function sizesOf(type: WallType, flipped: boolean): Pick<Wall, 'typeId' | 'thicknessMm' | 'shell'> {
  const { outsideMm, insideMm } = shellOf(type)
  const [leftMm, rightMm] = flipped ? [insideMm, outsideMm] : [outsideMm, insideMm]
  return { typeId: type.id, thicknessMm: thicknessOf(type), shell: { leftMm, rightMm } }
}

/** A wall of another type, or of none: it then keeps its thickness. */
export function withType(wall: Wall, type: WallType | null): Wall {
  if (type) return { ...wall, ...sizesOf(type, wall.flipped ?? false) }
  const { typeId: _, shell: __, ...plain } = wall
  return { ...plain, tracedLine: FACE_OF[wall.tracedLine] }
}

/** Without layers there is no core. */
const FACE_OF = { left: 'left', 'left core': 'left', centre: 'centre', 'right core': 'right', right: 'right' } as const

/** A wall on the other side of its traced line, with its layers the other way round. */
export function flipped(wall: Wall): Wall {
  const { shell } = wall
  return {
    ...wall,
    flipped: !wall.flipped,
    tracedLine: OPPOSITE[wall.tracedLine],
    ...(shell && { shell: { leftMm: shell.rightMm, rightMm: shell.leftMm } }),
  }
}

export const OPPOSITE = {
  left: 'right',
  'left core': 'right core',
  centre: 'centre',
  'right core': 'left core',
  right: 'left',
} as const
