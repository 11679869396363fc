import { bisect } from '../bisect'
import { add, cross, distance, dot, length, type Point, subtract } from '../vector'
import { toUnitCircle } from './meetings'
import {
  type Arc,
  angleOf,
  directionAt,
  type Piece,
  parameterOfAngle,
  placeAt,
  SAME_MM,
  TURN,
  turnAhead,
} from './piece'

/** A place of a piece. */
export interface PlaceOn {
  readonly t: number
  readonly point: Point
}

const placeOn = (piece: Piece, t: number): PlaceOn => ({ t, point: placeAt(piece, t) })

/** Where a line from `from` meets a piece square; of lines and circles also on their extensions (parameters beyond 0 and 1). */
export function feetFrom(from: Point, piece: Piece): PlaceOn[] {
  switch (piece.kind) {
    case 'segment': {
      const direction = directionAt(piece, 0)
      const size = dot(direction, direction)
      return size === 0 ? [] : [placeOn(piece, dot(subtract(from, piece.start), direction) / size)]
    }
    case 'arc': {
      const outward = subtract(from, piece.center)
      if (length(outward) < SAME_MM) return []
      const angle = angleOf(outward)
      return [angle, angle + Math.PI].map((each) => placeOn(piece, parameterOfAngle(piece, each)))
    }
    default:
      return rootsAlong(piece, (t) => dot(subtract(placeAt(piece, t), from), directionAt(piece, t)))
  }
}

/** Where a line from `from` touches a piece without crossing it; of circles and ellipses also where they would close. */
export function touchesFrom(from: Point, piece: Piece): PlaceOn[] {
  switch (piece.kind) {
    case 'segment':
      return []
    case 'arc': {
      const outward = subtract(from, piece.center)
      return touchAngles(outward, piece.radius).map((angle) => placeOn(piece, parameterOfAngle(piece, angle)))
    }
    case 'ellipse': {
      // Touching survives any affine map, so it is found on the unit circle.
      const unit = toUnitCircle(piece)
      return unit ? touchAngles(unit(from), 1).map((angle) => placeOn(piece, parameterOfAngle(piece, angle))) : []
    }
    case 'cubic':
      return rootsAlong(piece, (t) => cross(subtract(placeAt(piece, t), from), directionAt(piece, t))).filter(
        ({ point }) => distance(point, from) > SAME_MM,
      )
  }
}

function touchAngles(outward: Point, radius: number): number[] {
  const away = length(outward)
  if (!(away > radius) || radius <= 0) return []
  // The cosine itself loses its digits where the point lies close to the circle.
  const open = Math.atan2(Math.sqrt((away - radius) * (away + radius)), radius)
  return [angleOf(outward) - open, angleOf(outward) + open]
}

const STEPS = 48

function rootsAlong(piece: Piece, f: (t: number) => number): PlaceOn[] {
  const found: PlaceOn[] = []
  let before = f(0)
  for (let i = 1; i <= STEPS; i++) {
    const now = f(i / STEPS)
    if (before === 0) found.push(placeOn(piece, (i - 1) / STEPS))
    else if (before > 0 !== now > 0 && now !== 0) found.push(placeOn(piece, bisect(f, (i - 1) / STEPS, i / STEPS)))
    before = now
  }
  if (before === 0) found.push(placeOn(piece, 1))
  return found
}

/** The circle through three points; null where they lie on one line. */
export function circleThrough(a: Point, b: Point, c: Point): { center: Point; radius: number } | null {
  const [p, q] = [subtract(b, a), subtract(c, a)]
  const twice = 2 * cross(p, q)
  if (Math.abs(twice) < 1e-12 * length(p) * length(q)) return null
  const [pp, qq] = [dot(p, p), dot(q, q)]
  const away = { x: (q.y * pp - p.y * qq) / twice, y: (p.x * qq - q.x * pp) / twice }
  const radius = length(away)
  return Number.isFinite(radius) ? { center: add(a, away), radius } : null
}

/** The arc from `a` over `b` to `c`; null where they lie on one line. */
export function arcThrough(a: Point, b: Point, c: Point): Arc | null {
  const round = circleThrough(a, b, c)
  if (!round) return null
  const fromRad = angleOf(subtract(a, round.center))
  const left = cross(subtract(b, a), subtract(c, b)) > 0
  const ahead = turnAhead(fromRad, angleOf(subtract(c, round.center)))
  return { kind: 'arc', ...round, fromRad, sweepRad: left ? ahead : ahead - TURN }
}
