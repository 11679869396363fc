import { LineFinder } from '../../fit/proposal/line-finder'
import { proposeScale } from '../../fit/proposal/propose'
import { cross, distance, dot, leftOf, type Point, subtract, unit } from '../../geometry/vector'
import { type Linework, segmentEnds } from '../../sheet/linework'

/** A printed length fits the sheet's scale within this part of it. */
const AGREES = 0.02
/** Lines lie on one another within this, in points. */
const SLIP_PT = 0.5
/** Lines that lead to what is measured run on past the dimension line by no more than this, and all of them alike. */
const OVERSHOOT_PT = 8.5
/** They are drawn with the dimension line's pen, or one that is hardly wider. */
const SAME_PEN = 1.3
const ALIKE_PT = 0.6
/** Sines below this: along the dimension; above the other: across it. */
const ALONG = 0.03
const ACROSS = 0.97

const keyOf = (a: Point, b: Point): string => `${a.x} ${a.y} ${b.x} ${b.y}`

/**
 * Tells lines that measure, and therefore draw nothing of the building: dimension lines with a printed length that fits
 * the sheet's scale, and the lines that lead from their ends to what they measure.
 * @param mmPerPt millimetres of the building in a point of the sheet
 */
export function measuringLines(linework: Linework, mmPerPt: number): (start: Point, end: Point) => boolean {
  const dimensions = (proposeScale(linework)?.dimensions ?? []).flatMap(({ source, fromPt, toPt, statedMm }) => {
    const u = unit(subtract(toPt, fromPt))
    const drawnMm = distance(fromPt, toPt) * mmPerPt
    return source === 'dimension' && u && Math.abs(drawnMm / statedMm - 1) < AGREES ? [{ fromPt, toPt, u }] : []
  })
  if (dimensions.length === 0) return () => false
  const lines = new LineFinder(linework)
  const pens = pensOf(linework)
  const measuring = new Set<string>()
  for (const { fromPt, toPt, u } of dimensions) {
    const size = distance(fromPt, toPt)
    let widestPt = 0
    for (const [a, b] of lines.inStrip(fromPt, u, -OVERSHOOT_PT, size + OVERSHOOT_PT, SLIP_PT)) {
      const isOn = [a, b].every((p) => {
        const to = subtract(p, fromPt)
        return Math.abs(cross(u, to)) < SLIP_PT && dot(u, to) > -OVERSHOOT_PT && dot(u, to) < size + OVERSHOOT_PT
      })
      const way = unit(subtract(b, a))
      if (!isOn || !way || Math.abs(cross(u, way)) >= ALONG) continue
      measuring.add(keyOf(a, b))
      widestPt = Math.max(widestPt, pens.get(keyOf(a, b)) ?? 0)
    }
    const [atStart, atEnd] = [fromPt, toPt].map((p) =>
      leadingTo(p, u, lines).filter(({ a, b }) => (pens.get(keyOf(a, b)) ?? 0) <= SAME_PEN * widestPt),
    ) as [Leading[], Leading[]]
    for (const one of atStart)
      for (const other of atEnd)
        if (Math.abs(one.past - other.past) < ALIKE_PT) for (const { a, b } of [one, other]) measuring.add(keyOf(a, b))
  }
  return (start, end) => measuring.has(keyOf(start, end))
}

/** How wide each line is drawn, the widest where several lie on one another. */
function pensOf(linework: Linework): ReadonlyMap<string, number> {
  const { segmentStyles, styles } = linework
  const pens = new Map<string, number>()
  for (let i = 0; i < segmentStyles.length; i++) {
    const key = keyOf(...segmentEnds(linework, i))
    pens.set(key, Math.max(pens.get(key) ?? 0, styles[segmentStyles[i]!]!.widthPt))
  }
  return pens
}

interface Leading {
  readonly a: Point
  readonly b: Point
  readonly past: number
}

/** Lines across a dimension at one of its ends, with how far they run past it: to the left positive. */
function leadingTo(p: Point, u: Point, lines: LineFinder): Leading[] {
  const v = leftOf(u)
  return lines.inStrip(p, v, -SLIP_PT, SLIP_PT, SLIP_PT).flatMap(([a, b]) => {
    const way = unit(subtract(b, a))
    if (!way || Math.abs(cross(u, way)) < ACROSS) return []
    if ([a, b].some((each) => Math.abs(dot(u, subtract(each, p))) > SLIP_PT)) return []
    const [s, t] = [dot(v, subtract(a, p)), dot(v, subtract(b, p))]
    const [low, high] = [Math.min(s, t), Math.max(s, t)]
    if (low > SLIP_PT || high < -SLIP_PT) return []
    const past = Math.abs(low) < high ? low : high
    return Math.abs(past) < OVERSHOOT_PT ? [{ a, b, past }] : []
  })
}
