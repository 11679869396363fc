import { type Box, boxOf } from '../box'
import { BoxIndex } from '../box-index'
import type { Point } from '../vector'
import { boxOfPiece } from './measure'
import type { Piece } from './piece'

/** Finds which of many pieces can come near a place, by their boxes. */
export class PieceIndex {
  private readonly boxes: BoxIndex

  constructor(readonly pieces: readonly Piece[]) {
    this.boxes = new BoxIndex(pieces.map(boxOfPiece))
  }

  /** Places in the list of the pieces whose boxes come within `reach` of a box, in order. */
  near(box: Box, reach: number): number[] {
    return this.boxes.near(box, reach)
  }

  /** The pieces whose boxes come within `reach` of a point. */
  around(p: Point, reach: number): Piece[] {
    return this.near(boxOf([p]), reach).map((i) => this.pieces[i]!)
  }
}
