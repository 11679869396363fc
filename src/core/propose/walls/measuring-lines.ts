import { proposeScale } from '../../fit/proposal/propose'
import { cross, distance, dot, type Point, subtract, unit } from '../../geometry/vector'
import type { Linework } from '../../sheet/linework'

/** A printed length fits the sheet's scale within this part of it. */
const AGREES = 0.02
/** Lines lie on one another within this, in points. */
const SLIP_PT = 0.5
/** Lines that lead to what is measured run on past the dimension line by no more than this. */
const OVERSHOOT_PT = 12
/** Sines below this: along the dimension; above the other: across it. */
const ALONG = 0.03
const ACROSS = 0.97

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
  return (start, end) => {
    const way = unit(subtract(end, start))
    if (!way) return false
    return dimensions.some(({ fromPt, toPt, u }) => {
      const sine = Math.abs(cross(u, way))
      if (sine < ALONG) {
        const size = distance(fromPt, toPt)
        return [start, end].every((p) => {
          const to = subtract(p, fromPt)
          return Math.abs(cross(u, to)) < SLIP_PT && dot(u, to) > -OVERSHOOT_PT && dot(u, to) < size + OVERSHOOT_PT
        })
      }
      if (sine < ACROSS) return false
      return [fromPt, toPt].some((p) => {
        const [a, b] = [dot(u, subtract(start, p)), dot(u, subtract(end, p))]
        if (Math.abs(a) > SLIP_PT || Math.abs(b) > SLIP_PT) return false
        const [s, t] = [cross(u, subtract(start, p)), cross(u, subtract(end, p))]
        const [low, high] = [Math.min(s, t), Math.max(s, t)]
        return low < SLIP_PT && high > -SLIP_PT && Math.min(Math.abs(low), Math.abs(high)) < OVERSHOOT_PT
      })
    })
  }
}
