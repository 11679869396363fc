import { type Affine, apply } from '../affine'
import { type Homography, project } from '../projective'
import { length, type Point } from '../vector'
import { angleOf, type Piece, segment } from './piece'

const applyVector = (map: Affine, v: Point): Point => ({
  x: map[0] * v.x + map[2] * v.y,
  y: map[1] * v.x + map[3] * v.y,
})

/** Of a few maps one after another. */
const ROUNDING = 1e-11

/** Whether a map keeps shapes: it moves, turns, mirrors and scales alike. */
export function isSimilar([a, b, c, d]: Affine): boolean {
  const size = Math.hypot(a, b)
  return Math.abs(a * c + b * d) < ROUNDING * size * size && Math.abs(Math.hypot(c, d) - size) < ROUNDING * size
}

export const mirrors = ([a, b, c, d]: Affine): boolean => a * d - b * c < 0

/** Where a direction comes to lie. */
export const directionUnder = (map: Affine, turnRad: number): number =>
  angleOf(applyVector(map, { x: Math.cos(turnRad), y: Math.sin(turnRad) }))

/** The image of a piece; a circle becomes an ellipse where the map does not keep shapes. */
export function mapPiece(map: Affine, piece: Piece): Piece {
  switch (piece.kind) {
    case 'segment':
      return segment(apply(map, piece.start), apply(map, piece.end))
    case 'arc': {
      if (!isSimilar(map)) {
        const { center, radius, fromRad, sweepRad } = piece
        return mapPiece(map, {
          kind: 'ellipse',
          center,
          u: { x: radius, y: 0 },
          v: { x: 0, y: radius },
          fromRad,
          sweepRad,
        })
      }
      const from = applyVector(map, { x: Math.cos(piece.fromRad), y: Math.sin(piece.fromRad) })
      return {
        kind: 'arc',
        center: apply(map, piece.center),
        radius: piece.radius * length(from),
        fromRad: angleOf(from),
        sweepRad: mirrors(map) ? -piece.sweepRad : piece.sweepRad,
      }
    }
    case 'ellipse':
      return { ...piece, center: apply(map, piece.center), u: applyVector(map, piece.u), v: applyVector(map, piece.v) }
    case 'cubic': {
      const { start, pullStart, pullEnd, end } = piece.curve
      return {
        kind: 'cubic',
        curve: {
          start: apply(map, start),
          pullStart: apply(map, pullStart),
          pullEnd: apply(map, pullEnd),
          end: apply(map, end),
        },
      }
    }
  }
}

/** A straight piece or a cubic under a projective map, by its points; other pieces do not lie on sheets. */
export function projectPiece(map: Homography, piece: Piece): Piece {
  if (piece.kind === 'segment') return segment(project(map, piece.start), project(map, piece.end))
  if (piece.kind !== 'cubic') return piece
  const { start, pullStart, pullEnd, end } = piece.curve
  const [a, b, c, d] = [start, pullStart, pullEnd, end].map((p) => project(map, p)) as [Point, Point, Point, Point]
  return { kind: 'cubic', curve: { start: a, pullStart: b, pullEnd: c, end: d } }
}
