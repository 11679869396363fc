import { feetFrom } from '../../geometry/piece/feet'
import type { CatchKind } from '../catch-kind'

/** Where the line being drawn would meet another one square. */
export const squareTo: CatchKind = {
  word: 'square to',
  handicap: 0.2,
  rank: 'point',
  find: ({ near, context: { from } }) =>
    from
      ? near.flatMap((line) =>
          feetFrom(from, line.piece)
            .filter(({ t }) => t >= 0 && t <= 1)
            .map(({ point }) => ({ point, lines: [line] })),
        )
      : [],
}
