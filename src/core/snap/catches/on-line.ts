import type { CatchKind } from '../catch'
import { nearestOn } from '../catch-index'

/** The nearest place on a line. */
export const onLine: CatchKind = {
  word: 'on line',
  handicap: 0,
  rank: 'line',
  find: ({ near, p }) => near.map((line) => ({ point: nearestOn(line, p), lines: [line] })),
}
