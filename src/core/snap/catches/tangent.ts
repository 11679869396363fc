import { touchesFrom } from '../../geometry/piece/feet'
import type { CatchKind } from '../catch-kind'
import { roundOf } from './round'

/** Where the line being drawn would touch a curve. */
export const tangent: CatchKind = {
  word: 'tangent',
  handicap: 0.15,
  rank: 'point',
  find: ({ near, context: { from } }) =>
    from
      ? near.flatMap((line) =>
          touchesFrom(from, roundOf(line) ?? line.piece)
            .filter(({ t }) => t >= 0 && t <= 1)
            .map(({ point }) => ({ point, lines: [line] })),
        )
      : [],
}
