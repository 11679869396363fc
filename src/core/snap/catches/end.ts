import { isWhole } from '../../geometry/piece/piece'
import { Flag } from '../../sheet/linework'
import type { CatchKind } from '../catch-kind'

/** Where a line ends; an end that is only where a clip cut it is none, and a whole circle has none. */
export const end: CatchKind = {
  word: 'end',
  handicap: 0,
  rank: 'point',
  find: ({ near }) =>
    near.flatMap((line) =>
      isWhole(line.piece)
        ? []
        : [
            ...(line.flags & Flag.cutStart ? [] : [{ point: line.start, lines: [line] }]),
            ...(line.flags & Flag.cutEnd ? [] : [{ point: line.end, lines: [line] }]),
          ],
    ),
}
