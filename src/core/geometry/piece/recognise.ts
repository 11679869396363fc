import { type Cubic, cubicAt } from '../bezier'
import { add, cross, distance, type Point, scale, subtract } from '../vector'
import { arcThrough, circleThrough } from './feet'
import type { Arc, EllipseArc } from './piece'

/** The usual pull of a quarter circle leaves it by 2.7 parts in 10,000 of its radius. */
export const ROUND_TO = 1e-3

/** A cubic that sweeps less than this is as good as straight for telling its radius. */
const LEAST_SWEEP_RAD = 0.05

/** The arc that a cubic stands for; null where it leaves every circle by more than a part `within` of the radius. */
export function arcOfCubic(curve: Cubic, within = ROUND_TO): Arc | null {
  const middle = cubicAt(curve, 0.5)
  const round = circleThrough(curve.start, middle, curve.end)
  if (!round) return null
  const { center, radius } = round
  for (const t of [0.2, 0.35, 0.65, 0.8])
    if (Math.abs(distance(cubicAt(curve, t), center) - radius) > within * radius) return null
  const arc = arcThrough(curve.start, middle, curve.end)
  return arc?.kind === 'arc' && Math.abs(arc.sweepRad) >= LEAST_SWEEP_RAD ? arc : null
}

/** A quarter turn, by which ellipses are drawn; one cubic alone says of another sweep nothing. */
const QUARTER_RAD = Math.PI / 2
const LEAST_ELLIPSE_RAD = 0.2
const MOST_ELLIPSE_RAD = 2.8

/**
 * The piece of an ellipse that a cubic stands for; null where it stands for none. An affine map takes the usual cubic of a
 * circular arc of sweep φ to that of an ellipse, and keeps ratios: both pulls reach the same part 1/λ of the way to where
 * the tangents meet, with λ = tan(φ/2) / (4/3 tan(φ/4)) = 3 / (2 (1 − tan²(φ/4))).
 */
export function ellipseOfCubic({ start, pullStart, pullEnd, end }: Cubic, within = ROUND_TO): EllipseArc | null {
  const [a, b, chord] = [subtract(pullStart, start), subtract(pullEnd, end), subtract(end, start)]
  const turn = cross(a, b)
  if (turn === 0) return null
  const [fromStart, fromEnd] = [cross(chord, b) / turn, cross(chord, a) / turn]
  if (!(Math.abs(fromStart / fromEnd - 1) <= 3 * within) || fromStart <= 1.5) return null
  const sweepRad = 4 * Math.atan(Math.sqrt(1 - 3 / (fromStart + fromEnd)))
  if (!(sweepRad >= LEAST_ELLIPSE_RAD && sweepRad <= MOST_ELLIPSE_RAD)) return null
  const meet = add(start, scale(a, fromStart))
  const middle = add(start, scale(chord, 0.5))
  const center = subtract(middle, scale(subtract(meet, middle), 1 / Math.tan(sweepRad / 2) ** 2))
  const u = subtract(start, center)
  const v = scale(subtract(subtract(end, center), scale(u, Math.cos(sweepRad))), 1 / Math.sin(sweepRad))
  return { kind: 'ellipse', center, u, v, fromRad: 0, sweepRad }
}

/** Whether a piece of an ellipse may have come from a single cubic that means one. */
export const isQuarter = ({ sweepRad }: EllipseArc): boolean =>
  Math.abs(Math.abs(sweepRad) - QUARTER_RAD) < 10 * ROUND_TO

/** The usual cubic of a piece of an ellipse of less than half a turn. */
export function cubicOfEllipse(piece: EllipseArc): Cubic {
  const pull = (4 / 3) * Math.tan(piece.sweepRad / 4)
  const at = (angle: number): [place: Point, direction: Point] => [
    add(piece.center, add(scale(piece.u, Math.cos(angle)), scale(piece.v, Math.sin(angle)))),
    add(scale(piece.u, -Math.sin(angle)), scale(piece.v, Math.cos(angle))),
  ]
  const [[start, along], [end, onward]] = [at(piece.fromRad), at(piece.fromRad + piece.sweepRad)]
  return { start, pullStart: add(start, scale(along, pull)), pullEnd: subtract(end, scale(onward, pull)), end }
}
