import { nearestOn } from '../../sheet/catch-index'
import type { CatchKind } from '../catch-kind'

/** The nearest place on a line. */
export const onLine: CatchKind = {
  word: 'on line',
  handicap: 0,
  rank: 'line',
  find: ({ near, p }) => near.map((line) => ({ point: nearestOn(line, p), lines: [line] })),
}
