import { Flag } from '../../sheet/linework'
import type { CatchKind } from '../catch'

/** Where a line ends; an end that is only where a clip cut it is none. */
export const end: CatchKind = {
  word: 'end',
  handicap: 0,
  find: (near) =>
    near.flatMap((line) => [
      ...(line.flags & Flag.cutStart ? [] : [{ point: line.start, lines: [line] }]),
      ...(line.flags & Flag.cutEnd ? [] : [{ point: line.end, lines: [line] }]),
    ]),
}
