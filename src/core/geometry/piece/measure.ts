import { cubicBetween, flattenCubic } from '../bezier'
import { type Box, boxOf, EMPTY_BOX, unite } from '../box'
import { nearestOnSegment } from '../segment'
import { cross, distance, length, type Point, subtract } from '../vector'
import { nearestOnCubic, nearestOnEllipse } from './nearest-on-curve'
import { angleOf, directionAt, endOf, type Piece, parameterOfAngle, placeAt, reversed, segment, startOf } from './piece'

/** Nodes and weights of the Gauss–Legendre quadrature of order 5 on −1 to 1 (Abramowitz and Stegun, table 25.4). */
const NODES = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664]
const WEIGHTS = [0.5688888888888889, 0.47862867049936647, 0.47862867049936647, 0.23692688505618908, 0.23692688505618908]
const LENGTH_STEPS = 24

/** The length of a piece: exact for lines and circles, to 1e-9 of itself for the others. */
export function lengthOf(piece: Piece): number {
  if (piece.kind === 'segment') return distance(piece.start, piece.end)
  if (piece.kind === 'arc') return piece.radius * Math.abs(piece.sweepRad)
  let sum = 0
  const half = 0.5 / LENGTH_STEPS
  for (let i = 0; i < LENGTH_STEPS; i++)
    NODES.forEach((node, k) => {
      sum += WEIGHTS[k]! * half * length(directionAt(piece, (i + 0.5) / LENGTH_STEPS + node * half))
    })
  return sum
}

/** The parameters at which a piece runs level or upright, with its ends: its box lies between their places. */
function extremes(piece: Piece): number[] {
  switch (piece.kind) {
    case 'segment':
      return [0, 1]
    case 'arc':
      return [0, 1, ...within([0, 0.5, 1, 1.5].map((half) => parameterOfAngle(piece, half * Math.PI)))]
    case 'ellipse': {
      const angles = [Math.atan2(piece.v.x, piece.u.x), Math.atan2(piece.v.y, piece.u.y)]
      return [0, 1, ...within(angles.flatMap((a) => [a, a + Math.PI]).map((a) => parameterOfAngle(piece, a)))]
    }
    case 'cubic':
      return []
  }
}

const within = (parameters: readonly number[]): number[] => parameters.filter((t) => t > 0 && t < 1)

/** The smallest upright box around a piece; of a cubic the box of its control points. */
export function boxOfPiece(piece: Piece): Box {
  if (piece.kind === 'cubic') {
    const { start, pullStart, pullEnd, end } = piece.curve
    return boxOf([start, pullStart, pullEnd, end])
  }
  return boxOf(extremes(piece).map((t) => placeAt(piece, t)))
}

export const boxOfPieces = (pieces: readonly Piece[]): Box => pieces.map(boxOfPiece).reduce(unite, EMPTY_BOX)

/** The parameter (0 to 1) of the place of a piece that is nearest to `p`. */
export function nearestParameter(piece: Piece, p: Point): number {
  switch (piece.kind) {
    case 'segment':
      return nearestOnSegment(piece.start, piece.end, p)
    case 'arc': {
      if (distance(piece.center, p) === 0) return 0
      const t = parameterOfAngle(piece, angleOf(subtract(p, piece.center)))
      if (t >= 0 && t <= 1) return t
      return distance(startOf(piece), p) <= distance(endOf(piece), p) ? 0 : 1
    }
    case 'ellipse':
      return nearestOnEllipse(piece, p)
    case 'cubic':
      return nearestOnCubic(piece.curve, p)
  }
}

export const nearestPlace = (piece: Piece, p: Point): Point => placeAt(piece, nearestParameter(piece, p))

export const distanceTo = (piece: Piece, p: Point): number => distance(nearestPlace(piece, p), p)

/** The part of a piece between two parameters, in the order given. */
export function pieceBetween(piece: Piece, from: number, to: number): Piece {
  if (from > to) return reversed(pieceBetween(piece, to, from))
  switch (piece.kind) {
    case 'segment':
      return segment(from === 0 ? piece.start : placeAt(piece, from), to === 1 ? piece.end : placeAt(piece, to))
    case 'arc':
    case 'ellipse':
      return { ...piece, fromRad: piece.fromRad + piece.sweepRad * from, sweepRad: piece.sweepRad * (to - from) }
    case 'cubic':
      return { kind: 'cubic', curve: cubicBetween(piece.curve, Math.max(0, from), Math.min(1, to)) }
  }
}

/** What a piece falls into at some parameters of it. */
export function piecesBetweenCuts(piece: Piece, cuts: Iterable<number>): Piece[] {
  const sorted = [...cuts].sort((a, b) => a - b)
  return sorted.slice(1).map((to, i) => pieceBetween(piece, sorted[i]!, to))
}

const MOST_CHORDS = 720

/** Points along a piece whose chords leave it by no more than `tolerance`. */
export function flatten(piece: Piece, tolerance: number): Point[] {
  if (piece.kind === 'segment') return [piece.start, piece.end]
  if (piece.kind === 'cubic') return flattenCubic(piece.curve, tolerance)
  const radius = piece.kind === 'arc' ? piece.radius : Math.max(length(piece.u), length(piece.v))
  const stepRad = radius > tolerance ? 2 * Math.acos(1 - tolerance / radius) : Math.PI / 4
  const count = Math.min(MOST_CHORDS, Math.max(2, Math.ceil(Math.abs(piece.sweepRad) / stepRad)))
  return Array.from({ length: count + 1 }, (_, i) => placeAt(piece, i / count))
}

/** Twice the area between a closed run of pieces, positive where it runs anticlockwise; exact for lines and arcs. */
export function doubleAreaOf(pieces: readonly Piece[]): number {
  if (pieces.length === 0) return 0
  const origin = startOf(pieces[0]!)
  let sum = 0
  for (const piece of pieces) {
    sum += cross(subtract(startOf(piece), origin), subtract(endOf(piece), origin))
    if (piece.kind === 'arc') sum += piece.radius ** 2 * (piece.sweepRad - Math.sin(piece.sweepRad))
    else if (piece.kind !== 'segment') {
      const points = flatten(piece, 1e-3 * lengthOf(piece))
      const first = points[0]!
      for (let i = 1; i + 1 < points.length; i++)
        sum += cross(subtract(points[i]!, first), subtract(points[i + 1]!, first))
    }
  }
  return sum
}
