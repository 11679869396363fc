import { arcCurves } from '../../../../geometry/arc'
import { interpolateCubics } from '../../../../geometry/interpolate'
import { leftOf, type Point } from '../../../../geometry/vector'
import { type Entity, type Pen, planeMap, pointOf, toRad } from '../entity'
import { splineCurves } from '../spline'

const FULL = 2 * Math.PI

/** The angle from `from` to `to` anticlockwise, more than zero. */
const sweepTo = (from: number, to: number): number => {
  const sweep = (((to - from) % FULL) + FULL) % FULL
  return sweep < 1e-9 ? FULL : sweep
}

function circular(pen: Pen, center: Point, radius: number, fromRad: number, sweepRad: number): void {
  if (!(radius > 0)) return
  for (const curve of arcCurves(center, { x: radius, y: 0 }, { x: 0, y: radius }, fromRad, sweepRad)) pen.curve(curve)
}

export function circle({ record }: Entity, pen: Pen): void {
  circular(pen.through(planeMap(record)), pointOf(record, 10), record.number(40), 0, FULL)
}

export function arc({ record }: Entity, pen: Pen): void {
  const from = toRad(record.number(50))
  const sweep = sweepTo(from, toRad(record.number(51, 360)))
  circular(pen.through(planeMap(record)), pointOf(record, 10), record.number(40), from, sweep)
}

export function ellipse({ record }: Entity, pen: Pen): void {
  const major = pointOf(record, 11)
  const ratio = record.number(40, 1)
  const flipped = record.number(230, 1) < 0
  const left = leftOf(major)
  const minor = { x: left.x * ratio * (flipped ? -1 : 1), y: left.y * ratio * (flipped ? -1 : 1) }
  const from = record.number(41)
  const sweep = sweepTo(from, record.number(42, FULL))
  if (![from, sweep, ratio].every(Number.isFinite)) return
  for (const curve of arcCurves(pointOf(record, 10), major, minor, from, sweep)) pen.curve(curve)
}

export function spline({ record }: Entity, pen: Pen): void {
  const xs = record.numbers(10)
  const ys = record.numbers(20)
  const points = xs.map((x, i) => ({ x, y: ys[i] ?? Number.NaN }))
  const given = record.numbers(41)
  const weights = given.length === points.length ? given : points.map(() => 1)
  const curves = splineCurves({ degree: record.number(71, 3), knots: record.numbers(40), points, weights })
  for (const curve of curves) pen.curve(curve)
  if (curves.length > 0) return
  // Without sound knots there are still the points that it was drawn through.
  const up = record.numbers(21)
  const through = record.numbers(11).map((x, i) => ({ x, y: up[i] ?? Number.NaN }))
  for (const curve of interpolateCubics(through)) pen.curve(curve)
}
