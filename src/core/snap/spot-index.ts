import Flatbush from 'flatbush'
import type { Point } from '../geometry/vector'
import type { NearSpot } from './scene'

/** A point that can be caught, with the item of the linework that it belongs to. */
export interface IndexedSpot {
  readonly word: 'centre' | 'insertion'
  readonly at: Point
  readonly item: number
}

/** Finds points that lie on no line. */
export class SpotIndex {
  private readonly tree: Flatbush | null

  constructor(private readonly list: readonly IndexedSpot[]) {
    this.tree = list.length > 0 ? new Flatbush(list.length) : null
    for (const { at } of list) this.tree?.add(at.x, at.y, at.x, at.y)
    this.tree?.finish()
  }

  near(p: Point, radius: number, admits: (spot: IndexedSpot) => boolean = () => true): NearSpot[] {
    const found = this.tree?.search(p.x - radius, p.y - radius, p.x + radius, p.y + radius) ?? []
    return found.map((i) => this.list[i]!).filter(admits)
  }
}
