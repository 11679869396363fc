import { distanceTo } from '../../src/core/geometry/piece/measure'
import { type Piece, placeAt, segment } from '../../src/core/geometry/piece/piece'
import type { LineFinder } from '../../src/core/propose/wall-run'

export const line = (x1: number, y1: number, x2: number, y2: number): Piece =>
  segment({ x: x1, y: y1 }, { x: x2, y: y2 })

/** Finds lines of a small drawing. */
export const lineFinder =
  (pieces: readonly Piece[]): LineFinder =>
  (at, reach) =>
    pieces
      .filter((piece) => distanceTo(piece, at) <= reach)
      .map((piece, item) => ({ item, flags: 0, piece, start: placeAt(piece, 0), end: placeAt(piece, 1) }))
