import { chainOf } from '../../draft/chain'
import { apply, lengthFactor } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import type { ElementKind } from '../shape'
import { flipped } from '../wall-type/typed'
import { tracedPiece } from './line'
import { type Wall, wallSchema } from './schema'

/** A wall as it is edited: by its traced line. Its faces come from its neighbours too, see joins.ts. */
export const wallShape: ElementKind<Wall> = {
  dxfLayer: () => 'A-WALL',
  printGroup: 'Walls',
  schema: wallSchema,
  word: 'wall',
  caught: true,
  line: true,
  chains: (wall) => [chainOf([tracedPiece(wall)])],
  grips: ({ start, end }) => [start, end],
  withGrip: (wall, index, to) => (index === 0 ? { ...wall, start: to } : { ...wall, end: to }),
  byGrips: true,
  stated: ({ thicknessMm, shell }) => ({ thicknessMm, shell }),
  mapped: (wall, map) => {
    const factor = lengthFactor(map)
    const { shell, bulge } = wall
    const mapped: Wall = {
      ...wall,
      start: apply(map, wall.start),
      end: apply(map, wall.end),
      thicknessMm: wall.thicknessMm * factor,
      ...(shell && { shell: { leftMm: shell.leftMm * factor, rightMm: shell.rightMm * factor } }),
    }
    return mirrors(map) ? { ...flipped(mapped), ...(bulge && { bulge: -bulge }) } : mapped
  },
}
