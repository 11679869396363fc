import { feetFrom } from '../geometry/piece/feet'
import { nearestParameter, pieceBetween } from '../geometry/piece/measure'
import { meetings } from '../geometry/piece/meetings'
import {
  type Arc,
  angleOf,
  directionAt,
  type Piece,
  parameterOfAngle,
  placeAt,
  SAME_MM,
  segment,
  TURN,
  turnAhead,
} from '../geometry/piece/piece'
import { cross, distance, type Point, subtract } from '../geometry/vector'
import { shiftedPiece } from './offset'
import { stretched } from './trim'

/** Two lines or arcs cut back or lengthened to a corner, with what joins them; null for a sharp corner. */
export interface Corner {
  readonly first: Piece
  readonly second: Piece
  readonly join: Piece | null
}

/** A piece with a place on it by which it was picked: that side of the corner stays. */
export interface PickedPiece {
  readonly piece: Piece
  readonly at: Point
}

/** Joins two lines or arcs by an arc that touches both; radius 0 makes a sharp corner. Null where there is none. */
export function roundCorner(a: PickedPiece, b: PickedPiece, radius: number): Corner | null {
  if (radius <= SAME_MM) return sharpCorner(a, b)
  let best: { corner: Corner; away: number } | null = null
  for (const [left, right] of [
    [radius, radius],
    [radius, -radius],
    [-radius, radius],
    [-radius, -radius],
  ] as const) {
    const [p, q] = [shiftedPiece(a.piece, left), shiftedPiece(b.piece, right)]
    if (!p || !q) continue
    for (const { point: center } of meetings(p, q, { first: true, second: true })) {
      const [onA, onB] = [touchOn(a.piece, center, radius), touchOn(b.piece, center, radius)]
      if (onA === null || onB === null) continue
      const corner = built(a, b, onA, onB, center, radius)
      if (!corner) continue
      const away = distance(center, a.at) + distance(center, b.at)
      if (!best || away < best.away) best = { corner, away }
    }
  }
  return best?.corner ?? null
}

function touchOn(piece: Piece, center: Point, radius: number): number | null {
  const foot = feetFrom(center, piece).find(({ point }) => Math.abs(distance(point, center) - radius) < 1e-4)
  return foot ? foot.t : null
}

function built(a: PickedPiece, b: PickedPiece, onA: number, onB: number, center: Point, radius: number): Corner | null {
  const [first, second] = [keptTo(a, onA), keptTo(b, onB)]
  if (!first || !second) return null
  const [from, to] = [placeAt(a.piece, onA), placeAt(b.piece, onB)]
  const fromRad = angleOf(subtract(from, center))
  const ahead = turnAhead(fromRad, angleOf(subtract(to, center)))
  const sweepRad = ahead > Math.PI ? ahead - TURN : ahead
  const join: Arc = { kind: 'arc', center, radius, fromRad, sweepRad }
  // The arc must run on from the kept side without a kink.
  const away = directionAt(first.piece, first.endsAtCorner ? 1 : 0)
  const outward = first.endsAtCorner ? away : { x: -away.x, y: -away.y }
  const tangent = directionAt(join, 0)
  if (outward.x * tangent.x + outward.y * tangent.y < 0) return null
  return { first: first.piece, second: second.piece, join }
}

/** The side of a piece by which it was picked, cut or lengthened to a parameter. */
function keptTo({ piece, at }: PickedPiece, corner: number): { piece: Piece; endsAtCorner: boolean } | null {
  const picked = nearestParameter(piece, at)
  if (Math.abs(picked - corner) < 1e-12) return null
  if (picked < corner) {
    const kept = corner <= 1 ? pieceBetween(piece, 0, corner) : stretched(piece, corner)
    return { piece: kept, endsAtCorner: true }
  }
  if (corner >= 0) return { piece: pieceBetween(piece, corner, 1), endsAtCorner: false }
  if (piece.kind === 'segment') return { piece: segment(placeAt(piece, corner), piece.end), endsAtCorner: false }
  if (piece.kind === 'arc')
    return {
      piece: {
        ...piece,
        fromRad: piece.fromRad + piece.sweepRad * corner,
        sweepRad: piece.sweepRad * (1 - corner),
      },
      endsAtCorner: false,
    }
  return null
}

function meetingOf(a: PickedPiece, b: PickedPiece) {
  return meetings(a.piece, b.piece, { first: true, second: true }).sort(
    (p, q) => distance(p.point, a.at) + distance(p.point, b.at) - distance(q.point, a.at) - distance(q.point, b.at),
  )[0]
}

function sharpCorner(a: PickedPiece, b: PickedPiece): Corner | null {
  const met = meetingOf(a, b)
  if (!met) return null
  const [first, second] = [keptTo(a, onto(a.piece, met.point, met.t)), keptTo(b, onto(b.piece, met.point, met.u))]
  return first && second ? { first: first.piece, second: second.piece, join: null } : null
}

const onto = (piece: Piece, p: Point, t: number): number =>
  piece.kind === 'arc' ? parameterOfAngle(piece, angleOf(subtract(p, piece.center))) : t

/** Joins two straight lines by a straight one, cut back from their corner by two lengths. Null where there is no corner. */
export function bevelCorner(a: PickedPiece, b: PickedPiece, alongFirst: number, alongSecond: number): Corner | null {
  if (a.piece.kind !== 'segment' || b.piece.kind !== 'segment') return null
  const met = meetingOf(a, b)
  if (!met || Math.abs(cross(directionAt(a.piece, 0), directionAt(b.piece, 0))) === 0) return null
  const [onA, onB] = [back(a, met.t, alongFirst), back(b, met.u, alongSecond)]
  const [first, second] = [keptTo(a, onA), keptTo(b, onB)]
  if (!first || !second) return null
  const join = segment(placeAt(a.piece, onA), placeAt(b.piece, onB))
  return { first: first.piece, second: second.piece, join }
}

/** The parameter a length back from the corner, towards the place of picking. */
function back({ piece, at }: PickedPiece, corner: number, by: number): number {
  const size = piece.kind === 'segment' ? distance(piece.start, piece.end) : 1
  return corner + Math.sign(nearestParameter(piece, at) - corner) * (by / size)
}
