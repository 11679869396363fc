import type { CatchKind } from '../catch-kind'
import { roundOf } from './round'

/** The centre of a circle or an arc, at the centre itself or while its line is near. */
export const centre: CatchKind = {
  word: 'centre',
  handicap: 0.15,
  rank: 'point',
  find: ({ near, spots }) => [
    ...spots.filter(({ word }) => word === 'centre').map(({ at, on }) => ({ point: at, lines: [], on })),
    ...near.flatMap((line) => {
      const round = roundOf(line)
      return round ? [{ point: round.center, lines: [line] }] : []
    }),
  ],
}
