import type { CatchKind } from '../catch-kind'

/** Where a text or a symbol was put down. */
export const insertion: CatchKind = {
  word: 'insertion',
  handicap: 0.2,
  rank: 'point',
  find: ({ spots }) =>
    spots.filter(({ word }) => word === 'insertion').map(({ at, on }) => ({ point: at, lines: [], on })),
}
