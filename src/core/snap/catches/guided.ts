import { meetings } from '../../geometry/piece/meetings'
import { segment } from '../../geometry/piece/piece'
import { lineCrossing } from '../../geometry/segment'
import { add, along, type Point, scale } from '../../geometry/vector'
import type { CatchKind } from '../catch-kind'
import { footOnGuide } from '../guides'
import type { Guide } from '../scene'

const further = ({ through, direction }: Guide): Point => add(through, direction)

/** Where two guides cross, or a guide crosses a line: in line with two things at once. */
export const guideCrossing: CatchKind = {
  word: 'in line',
  handicap: 0.25,
  rank: 'point',
  ofGuides: true,
  find: ({ guides, near, p, radius }) => [
    ...guides.flatMap((a, i) =>
      guides.slice(i + 1).flatMap((b) => {
        const hit = lineCrossing(a.through, further(a), b.through, further(b))
        return hit ? [{ point: along(a.through, further(a), hit.t), lines: [], guides: [a, b] }] : []
      }),
    ),
    ...guides.flatMap((guide) => {
      const foot = footOnGuide(guide, p)
      if (!foot) return []
      const stretch = segment(
        add(foot, scale(guide.direction, -2 * radius)),
        add(foot, scale(guide.direction, 2 * radius)),
      )
      return near.flatMap((line) =>
        meetings(stretch, line.piece).map(({ point }) => ({ point, lines: [line], guides: [guide] })),
      )
    }),
  ],
}

/** The nearest place in line with something. */
export const onGuide: CatchKind = {
  word: 'in line',
  handicap: 0,
  rank: 'guide',
  ofGuides: true,
  find: ({ guides, p }) =>
    guides.flatMap((guide) => {
      const point = footOnGuide(guide, p)
      return point ? [{ point, lines: [], guides: [guide] }] : []
    }),
}
