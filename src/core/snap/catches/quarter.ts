import { parameterOfAngle, placeAt } from '../../geometry/piece/piece'
import type { CatchKind } from '../catch-kind'
import { roundOf } from './round'

const QUARTERS = [0, 0.5, 1, 1.5].map((part) => part * Math.PI)

/** The points of a circle to the right, above, to the left and below its centre; of an ellipse the ends of its axes. */
export const quarter: CatchKind = {
  word: 'quarter',
  handicap: 0.12,
  rank: 'point',
  find: ({ near }) =>
    near.flatMap((line) => {
      const round = roundOf(line)
      if (!round) return []
      return QUARTERS.map((angle) => parameterOfAngle(round, angle))
        .filter((t) => t >= -1e-9 && t <= 1 + 1e-9)
        .map((t) => ({ point: placeAt(round, t), lines: [line] }))
    }),
}
