import { type Cubic, cubicAt } from '../bezier'
import { add, along, leftOf, type Point, scale, subtract } from '../vector'

/** A straight piece. */
export interface Segment {
  readonly kind: 'segment'
  readonly start: Point
  readonly end: Point
}

/** A piece of a circle; positive sweeps run anticlockwise, a sweep of ±2π is the whole circle. */
export interface Arc {
  readonly kind: 'arc'
  readonly center: Point
  readonly radius: number
  readonly fromRad: number
  readonly sweepRad: number
}

/** A piece of an ellipse: center + u cos t + v sin t, with t from `fromRad` on over `sweepRad`. */
export interface EllipseArc {
  readonly kind: 'ellipse'
  readonly center: Point
  /** Conjugate half axes, not necessarily at right angles. */
  readonly u: Point
  readonly v: Point
  readonly fromRad: number
  readonly sweepRad: number
}

/** A cubic Bézier piece. */
export interface CubicPiece {
  readonly kind: 'cubic'
  readonly curve: Cubic
}

/** What all drawn lines are made of. Positions along a piece are a parameter from 0 (start) to 1 (end). */
export type Piece = Segment | Arc | EllipseArc | CubicPiece

/** Places nearer than this are one: far below what a drawing means, above rounding at 1,000 km from the origin. */
export const SAME_MM = 1e-6

export const TURN = 2 * Math.PI

export const segment = (start: Point, end: Point): Segment => ({ kind: 'segment', start, end })

export const circle = (center: Point, radius: number): Arc => ({
  kind: 'arc',
  center,
  radius,
  fromRad: 0,
  sweepRad: TURN,
})

export const polar = (center: Point, radius: number, angleRad: number): Point => ({
  x: center.x + radius * Math.cos(angleRad),
  y: center.y + radius * Math.sin(angleRad),
})

export const angleOf = (v: Point): number => Math.atan2(v.y, v.x)

/** The place at a parameter; parameters beyond 0 and 1 lie on the piece's extension. */
export function placeAt(piece: Piece, t: number): Point {
  switch (piece.kind) {
    case 'segment':
      return along(piece.start, piece.end, t)
    case 'arc':
      return polar(piece.center, piece.radius, piece.fromRad + piece.sweepRad * t)
    case 'ellipse': {
      const angle = piece.fromRad + piece.sweepRad * t
      return add(piece.center, add(scale(piece.u, Math.cos(angle)), scale(piece.v, Math.sin(angle))))
    }
    case 'cubic':
      return cubicAt(piece.curve, t)
  }
}

/** The derivative by the parameter: the direction in which the piece runs, of no particular length. */
export function directionAt(piece: Piece, t: number): Point {
  switch (piece.kind) {
    case 'segment':
      return subtract(piece.end, piece.start)
    case 'arc': {
      const angle = piece.fromRad + piece.sweepRad * t
      const speed = piece.radius * piece.sweepRad
      return { x: -Math.sin(angle) * speed, y: Math.cos(angle) * speed }
    }
    case 'ellipse': {
      const angle = piece.fromRad + piece.sweepRad * t
      return scale(add(scale(piece.u, -Math.sin(angle)), scale(piece.v, Math.cos(angle))), piece.sweepRad)
    }
    case 'cubic': {
      const { start, pullStart, pullEnd, end } = piece.curve
      const s = 1 - t
      const [a, b, c] = [subtract(pullStart, start), subtract(pullEnd, pullStart), subtract(end, pullEnd)]
      return add(scale(a, 3 * s * s), add(scale(b, 6 * s * t), scale(c, 3 * t * t)))
    }
  }
}

export const startOf = (piece: Piece): Point =>
  piece.kind === 'segment' ? piece.start : piece.kind === 'cubic' ? piece.curve.start : placeAt(piece, 0)

export const endOf = (piece: Piece): Point =>
  piece.kind === 'segment' ? piece.end : piece.kind === 'cubic' ? piece.curve.end : placeAt(piece, 1)

/** How far it is anticlockwise from one direction to another: 0 to just below a whole turn. */
export const turnAhead = (fromRad: number, toRad: number): number => (((toRad - fromRad) % TURN) + TURN) % TURN

/** Whether a piece comes back to where it began, as a whole circle does. */
export const isWhole = (piece: Piece): boolean =>
  (piece.kind === 'arc' || piece.kind === 'ellipse') && Math.abs(piece.sweepRad) > TURN - 1e-12

/** The same piece, run through the other way. */
export function reversed(piece: Piece): Piece {
  switch (piece.kind) {
    case 'segment':
      return segment(piece.end, piece.start)
    case 'arc':
    case 'ellipse':
      return { ...piece, fromRad: piece.fromRad + piece.sweepRad, sweepRad: -piece.sweepRad }
    case 'cubic': {
      const { start, pullStart, pullEnd, end } = piece.curve
      return { kind: 'cubic', curve: { start: end, pullStart: pullEnd, pullEnd: pullStart, end: start } }
    }
  }
}

/** The parameter of an angle on a piece of a circle or an ellipse, of all its turns the one nearest to 0 to 1. */
export function parameterOfAngle({ fromRad, sweepRad }: Arc | EllipseArc, angleRad: number): number {
  if (sweepRad === 0) return 0
  const size = Math.abs(sweepRad)
  const ahead = sweepRad > 0 ? turnAhead(fromRad, angleRad) : turnAhead(angleRad, fromRad)
  // Beyond the end the angle may as well lie before the start.
  return (ahead > size && TURN - ahead < ahead - size ? ahead - TURN : ahead) / size
}

/** Arcs of a larger radius are taken to be straight: their centre would swallow the digits of their places. 1,000 km. */
const LARGEST_RADIUS_MM = 1e9

/**
 * The arc between two points with a bulge, as polylines state it: the tangent of a quarter of the sweep,
 * positive where the arc runs anticlockwise. A bulge of 0 is straight.
 */
export function bulgedPiece(start: Point, end: Point, bulge: number): Segment | Arc {
  const chord = subtract(end, start)
  const size = Math.hypot(chord.x, chord.y)
  const radius = (size * (1 + bulge * bulge)) / (4 * Math.abs(bulge))
  if (bulge === 0 || size === 0 || !(radius < LARGEST_RADIUS_MM)) return segment(start, end)
  const half = scale(chord, 0.5)
  const toCenter = scale(leftOf(chord), (1 - bulge * bulge) / (4 * bulge))
  const center = add(start, add(half, toCenter))
  return {
    kind: 'arc',
    center,
    radius,
    fromRad: angleOf(subtract(start, center)),
    sweepRad: 4 * Math.atan(bulge),
  }
}

/** The bulge of the smaller arc of a radius over a chord of a length; null where the radius does not reach. */
export const bulgeOfRadius = (chord: number, radius: number): number | null =>
  radius < chord / 2 ? null : (2 * (radius - Math.sqrt(radius * radius - (chord * chord) / 4))) / chord

export const bulgeOf = (piece: Segment | Arc): number => (piece.kind === 'arc' ? Math.tan(piece.sweepRad / 4) : 0)
