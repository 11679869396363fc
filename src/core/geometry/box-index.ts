import Flatbush from 'flatbush'
import { type Box, grow } from './box'

/** Finds which of many boxes come near a place. */
export class BoxIndex {
  private readonly tree: Flatbush | null

  constructor(boxes: readonly Box[]) {
    this.tree = boxes.length > 0 ? new Flatbush(boxes.length) : null
    for (const { minX, minY, maxX, maxY } of boxes) this.tree?.add(minX, minY, maxX, maxY)
    this.tree?.finish()
  }

  /** Places in the list of those that come within `reach` of a box, in order. */
  near(box: Box, reach: number): number[] {
    const { minX, minY, maxX, maxY } = grow(box, reach)
    return this.tree?.search(minX, minY, maxX, maxY).sort((a, b) => a - b) ?? []
  }
}
