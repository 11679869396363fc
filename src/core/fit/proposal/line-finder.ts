import Flatbush from 'flatbush'
import type { Point } from '../../geometry/vector'
import { Flag, isVisible, type Linework, segmentEnds } from '../../sheet/linework'

/** Boxes that stand for a slanting strip are this long, so that they hold little beside it. */
const STRIDE_PT = 48
/** Damaged files draw lines of any length. */
const MOST_BOXES = 200
/** A drawing so dense that a strip holds more than this has no lines that could be told apart there. */
const MOST = 4000

/** Finds the straight lines of a sheet that show, hatching left out. */
export class LineFinder {
  private readonly tree: Flatbush | null
  private readonly items: Uint32Array

  constructor(private readonly linework: Linework) {
    const { segments, segmentFlags } = linework
    const items: number[] = []
    for (let i = 0; i < segmentFlags.length; i++)
      if (isVisible(segmentFlags[i]!) && !(segmentFlags[i]! & Flag.hatch)) items.push(i)
    this.items = Uint32Array.from(items)
    this.tree = items.length > 0 ? new Flatbush(items.length, 16, Float32Array) : null
    for (const i of items) {
      const [x1, y1] = [segments[4 * i]!, segments[4 * i + 1]!]
      const [x2, y2] = [segments[4 * i + 2]!, segments[4 * i + 3]!]
      this.tree!.add(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2))
    }
    this.tree?.finish()
  }

  /** Lines in a strip along `direction` (of length 1) through `origin`, from one place on it to another; some may lie just outside. */
  inStrip(origin: Point, direction: Point, from: number, to: number, halfWidth: number): [Point, Point][] {
    if (!this.tree) return []
    const slanting = Math.min(Math.abs(direction.x), Math.abs(direction.y)) > 0.01
    if (!(Number.isFinite(from) && Number.isFinite(to))) return []
    const stride = slanting ? Math.max(STRIDE_PT, halfWidth * 2, (to - from) / MOST_BOXES) : Number.POSITIVE_INFINITY
    const found = new Set<number>()
    for (let start = from; start < to && found.size < MOST; start += stride) {
      const end = Math.min(to, start + stride)
      const xs = [origin.x + direction.x * start, origin.x + direction.x * end]
      const ys = [origin.y + direction.y * start, origin.y + direction.y * end]
      for (const at of this.tree.search(
        Math.min(...xs) - halfWidth,
        Math.min(...ys) - halfWidth,
        Math.max(...xs) + halfWidth,
        Math.max(...ys) + halfWidth,
      ))
        found.add(this.items[at]!)
      if (!Number.isFinite(stride)) break
    }
    return [...found].slice(0, MOST).map((i) => segmentEnds(this.linework, i))
  }
}
