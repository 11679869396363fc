import { cross, distance, length, middle, type Point, subtract } from '../../geometry/vector'
import type { KnownDimension } from '../../model/underlay/schema'
import type { ProposedDimension } from './propose'

type Span = Pick<KnownDimension, 'fromPt' | 'toPt'>

const lengthPt = ({ fromPt, toPt }: Span): number => distance(fromPt, toPt)

/** Ends nearer than this on the sheet are the same. */
const SAME_PT = 1.5

/** Whether two dimensions measure between the same points of a sheet. */
export const isSameSpan = (a: Span, b: Span): boolean =>
  (distance(a.fromPt, b.fromPt) < SAME_PT && distance(a.toPt, b.toPt) < SAME_PT) ||
  (distance(a.fromPt, b.toPt) < SAME_PT && distance(a.toPt, b.fromPt) < SAME_PT)

/** The longest printed dimension that goes with the others: picking errs least on it. Room sizes and scale bars are none. */
export function longestPrinted(dimensions: readonly ProposedDimension[]): ProposedDimension | null {
  const printed = dimensions.filter(({ agrees, source }) => agrees && source === 'dimension')
  return printed.reduce<ProposedDimension | null>(
    (best, each) => (!best || lengthPt(each) > lengthPt(best) ? each : best),
    null,
  )
}

/**
 * The printed dimension that says most beside those that are known: long, far from them and in another direction. Whether
 * it agrees is what the check is for, so those that don't are no worse.
 */
export function bestCheck(known: readonly Span[], dimensions: readonly ProposedDimension[]): ProposedDimension | null {
  const open = dimensions.filter(
    (each) => each.source === 'dimension' && !known.some((other) => isSameSpan(each, other)),
  )
  const worth = (each: ProposedDimension) => lengthPt(each) * (1 + turnedFrom(each, known)) + awayFrom(each, known)
  return open.reduce<ProposedDimension | null>((best, each) => (!best || worth(each) > worth(best) ? each : best), null)
}

const awayFrom = (each: Span, known: readonly Span[]): number =>
  known.length === 0 ? 0 : Math.min(...known.map((other) => distance(middleOf(each), middleOf(other))))

const middleOf = ({ fromPt, toPt }: Span): Point => middle(fromPt, toPt)

/** 0 along one of the known ones, 1 square to all of them. */
function turnedFrom(each: Span, known: readonly Span[]): number {
  const d = subtract(each.toPt, each.fromPt)
  const sines = known.map(({ fromPt, toPt }) => {
    const e = subtract(toPt, fromPt)
    return Math.abs(cross(d, e)) / (length(d) * length(e))
  })
  return Math.min(1, ...sines)
}
