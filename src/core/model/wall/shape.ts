import { chainOf } from '../../draft/chain'
import { apply, lengthFactor } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import { segment } from '../../geometry/piece/piece'
import type { ShapeKind } from '../shape'
import { type Wall, wallSchema } from './schema'

const OPPOSITE = { left: 'right', right: 'left', centre: 'centre' } as const

/** A wall as it is edited: by its traced line. Its faces come from its neighbours too, see joins.ts. */
export const wallShape: ShapeKind<Wall> = {
  schema: wallSchema,
  word: 'wall',
  caught: true,
  line: true,
  chains: ({ start, end }) => [chainOf([segment(start, end)])],
  grips: ({ start, end }) => [start, end],
  withGrip: (wall, index, to) => (index === 0 ? { ...wall, start: to } : { ...wall, end: to }),
  byGrips: true,
  stated: ({ thicknessMm }) => ({ thicknessMm }),
  mapped: (wall, map) => ({
    ...wall,
    start: apply(map, wall.start),
    end: apply(map, wall.end),
    thicknessMm: wall.thicknessMm * lengthFactor(map),
    tracedLine: mirrors(map) ? OPPOSITE[wall.tracedLine] : wall.tracedLine,
  }),
}
