import { cubicAt } from '../../geometry/bezier'
import { middle as middleOf } from '../../geometry/vector'
import { Flag } from '../../sheet/linework'
import type { CatchKind } from '../catch'

/** Half way along a line that is seen whole. */
export const middle: CatchKind = {
  word: 'middle',
  handicap: 0.3,
  find: (near) =>
    near
      .filter((line) => (line.flags & (Flag.cutStart | Flag.cutEnd)) === 0)
      .map((line) => ({
        point: line.curve ? cubicAt(line.curve, 0.5) : middleOf(line.start, line.end),
        lines: [line],
      })),
}
