import { type Box, boxOf, grow, holds, overlaps, unite } from '../geometry/box'
import type { SheetChange } from './change'
import { type Cluster, clusters } from './clusters'
import { type Stroke, StrokeIndex, totalLength } from './strokes'
import { uncovered } from './uncovered'

/** Fewer lines of a hatching are an end of it that another program draws otherwise. */
const LEAST_LINES = 6
/** Hatching went or came where so much of what is hatched there is on one page alone. */
const BARE_PART = 0.8
/** Lines of one hatching lie nearer to one another than this. */
const NEAR_PT = 6

/**
 * Hatchings that are on one page alone, each as a whole; where one stands in the place of another, that is one change.
 * @param told what is told by its own name already: hatching within goes along with it
 */
export function hatchChanges(
  before: StrokeIndex,
  after: StrokeIndex,
  tolerancePt: number,
  told: readonly Box[],
): SheetChange[] {
  const [gone, fresh] = [bareHatchings(before, after, tolerancePt), bareHatchings(after, before, tolerancePt)]
  const isNews = ({ box }: Cluster) => !told.some((each) => holds(grow(each, NEAR_PT), box))
  const came = new Set(fresh.filter(isNews))
  const plain = { subject: 'hatching', by: null, line: null, before: null, after: null } as const
  const changes = gone.filter(isNews).map((cluster): SheetChange => {
    const instead = [...came].filter(({ box }) => overlaps(box, cluster.box))
    for (const each of instead) came.delete(each)
    const box = instead.map((each) => each.box).reduce(unite, cluster.box)
    return { ...plain, kind: instead.length > 0 ? 'changed' : 'gone', box }
  })
  return [...changes, ...[...came].map(({ box }): SheetChange => ({ ...plain, kind: 'new', box }))]
}

/** Hatchings of one page, as far as nothing of the other lies on them. */
function bareHatchings(own: StrokeIndex, others: StrokeIndex, tolerancePt: number): Cluster[] {
  const lines = own.strokes.filter(({ hatch }) => hatch).map(({ start, end }): Stroke => ({ start, end }))
  if (lines.length < LEAST_LINES) return []
  const all = new StrokeIndex(lines)
  return clusters(uncovered(lines, others, tolerancePt), NEAR_PT).filter((cluster) => {
    if (cluster.strokes.length < LEAST_LINES) return false
    const within = all.inBox(cluster.box).filter(({ start, end }) => holds(grow(cluster.box, 1), boxOf([start, end])))
    return cluster.lengthPt >= BARE_PART * totalLength(within)
  })
}
