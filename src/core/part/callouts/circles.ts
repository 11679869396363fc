import { arcOfCubic } from '../../geometry/piece/recognise'
import type { Point } from '../../geometry/vector'
import { curveOf, isVisible, type Linework } from '../../sheet/linework'

/** A whole circle or an arc of one on a sheet, in points. */
export interface SheetCircle {
  readonly center: Point
  readonly radius: number
}

/** Arcs belong to one circle where centre and radius agree to this part of the radius. */
const SAME_PART = 0.01
/** Arcs that leave no more than this open are a whole circle. */
const OPEN_RAD = 0.05
/** Curves are arcs where they leave them by no more than this part of the radius: producers round what they write. */
const ROUND_PART = 0.005
/** Centres and radii differ by rounding up to this, in points. */
const ROUND_PT = 0.02

/** Arcs that turn less than this are drawn by accident. */
const LEAST_RAD = 0.3

/** The whole circles and the arcs that a sheet draws, each once: PDF has neither, they are cubics that follow one another. */
export function roundsOf(linework: Linework): {
  readonly circles: readonly SheetCircle[]
  readonly arcs: readonly SheetCircle[]
} {
  const arcs: { center: Point; radius: number; sweep: number }[] = []
  for (let i = 0; i < linework.curveFlags.length; i++) {
    if (!isVisible(linework.curveFlags[i]!)) continue
    const arc = arcOfCubic(curveOf(linework, i), ROUND_PART)
    if (arc) arcs.push({ center: arc.center, radius: arc.radius, sweep: Math.abs(arc.sweepRad) })
  }
  const circles: { center: Point; radius: number; sweep: number }[] = []
  const cells = new Map<string, typeof circles>()
  // Looked up by a coarse grid: a page may hold thousands of them.
  const cell = (x: number, y: number) => `${Math.floor(x / CELL_PT)} ${Math.floor(y / CELL_PT)}`
  for (const arc of arcs) {
    const near = [-1, 0, 1].flatMap((i) =>
      [-1, 0, 1].flatMap((j) => cells.get(cell(arc.center.x + i * CELL_PT, arc.center.y + j * CELL_PT)) ?? []),
    )
    const same = near.find(
      ({ center, radius }) =>
        Math.abs(radius - arc.radius) <= SAME_PART * radius + ROUND_PT &&
        Math.hypot(center.x - arc.center.x, center.y - arc.center.y) <= SAME_PART * radius + ROUND_PT,
    )
    if (same) same.sweep += arc.sweep
    else {
      const made = { ...arc }
      circles.push(made)
      const key = cell(arc.center.x, arc.center.y)
      cells.set(key, [...(cells.get(key) ?? []), made])
    }
  }
  const between = (from: number, to: number) =>
    circles.filter(({ sweep }) => sweep >= from && sweep < to).map(({ center, radius }) => ({ center, radius }))
  const whole = 2 * Math.PI - OPEN_RAD
  return { circles: between(whole, Infinity), arcs: between(LEAST_RAD, whole) }
}

const CELL_PT = 8
