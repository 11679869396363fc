import { isWhole, placeAt } from '../../geometry/piece/piece'
import { middle as middleOf } from '../../geometry/vector'
import { Flag } from '../../sheet/linework'
import type { CatchKind } from '../catch-kind'

/** Half way along a line that is seen whole. */
export const middle: CatchKind = {
  word: 'middle',
  handicap: 0.3,
  rank: 'point',
  find: ({ near }) =>
    near
      .filter((line) => (line.flags & (Flag.cutStart | Flag.cutEnd)) === 0 && !isWhole(line.piece))
      .map((line) => ({
        point: line.piece.kind === 'segment' ? middleOf(line.start, line.end) : placeAt(line.piece, 0.5),
        lines: [line],
      })),
}
