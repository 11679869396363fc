import Flatbush from 'flatbush'
import { type Box, boxOf, grow } from '../box'
import type { Point } from '../vector'
import { boxOfPiece } from './measure'
import type { Piece } from './piece'

/** Finds which of many pieces can come near a place, by their boxes. */
export class PieceIndex {
  private readonly tree: Flatbush | null

  constructor(readonly pieces: readonly Piece[]) {
    this.tree = pieces.length > 0 ? new Flatbush(pieces.length) : null
    for (const piece of pieces) {
      const { minX, minY, maxX, maxY } = boxOfPiece(piece)
      this.tree?.add(minX, minY, maxX, maxY)
    }
    this.tree?.finish()
  }

  /** Places in the list of the pieces whose boxes come within `reach` of a box, in order. */
  near(box: Box, reach: number): number[] {
    const { minX, minY, maxX, maxY } = grow(box, reach)
    return this.tree?.search(minX, minY, maxX, maxY).sort((a, b) => a - b) ?? []
  }

  /** The pieces whose boxes come within `reach` of a point. */
  around(p: Point, reach: number): Piece[] {
    return this.near(boxOf([p]), reach).map((i) => this.pieces[i]!)
  }
}
