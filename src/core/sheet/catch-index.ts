import Flatbush from 'flatbush'
import { flattenCubic } from '../geometry/bezier'
import { nearestPlace } from '../geometry/piece/measure'
import type { Piece } from '../geometry/piece/piece'
import { nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import { canShow, isVisible } from './linework'

/** Lines that can be caught, in one space. Flags as in sheet/linework.ts; what they mark as unseen is left out. */
export interface CatchLines {
  /** x1, y1, x2, y2 for each segment. */
  readonly segments: Float32Array | Float64Array
  readonly segmentFlags: Uint8Array
  /** x1, y1, cx1, cy1, cx2, cy2, x2, y2 for each cubic. */
  readonly curves: Float32Array | Float64Array
  readonly curveFlags: Uint8Array
}

/** A line near the cursor. */
export interface NearLine {
  /** Segments first, then curves. */
  readonly item: number
  readonly flags: number
  readonly start: Point
  readonly end: Point
  readonly piece: Piece
  /** Where it was found: the id of an underlay or an element, for who gathers lines of several. */
  readonly on?: string
  /** Whether a place of it shows: outside a crop it does not. */
  readonly shows?: (p: Point) => boolean
  /** What it is drawn with, where that is known. */
  readonly pen?: LinePen
}

/** The pen of a line, to tell lines of one from those of another. */
export interface LinePen {
  readonly widthPt: number
  /** Its colour and layer. */
  readonly mark: string
}

/** Whether a line may be caught, by its place (segments first, then curves) and its flags. */
export type Admission = (item: number, flags: number) => boolean

/** What the file itself shows. */
const AS_DRAWN: Admission = (_, flags) => isVisible(flags)

/** Lines looked at in one query at most; beyond that the cursor is too far out to mean one of them. */
export const MOST_NEAR = 48

/** How far the chords that stand for a curve in crossings may leave it, as a part of the catching radius. */
const FLATNESS = 1e-3

/** Segments that follow one another from end to start share one box of the tree, so many at most. */
const LONGEST_RUN = 6

/** A run as it stands in `items`: its first line, and above these bits how many follow it. */
const FIRST_BITS = 27
const firstOf = (run: number): number => run & ((1 << FIRST_BITS) - 1)
const lastOf = (run: number): number => firstOf(run) + (run >>> FIRST_BITS)

/** Finds lines near a point. A buffer underneath: it can be handed to a worker or kept as bytes. */
export class CatchIndex {
  private constructor(
    readonly lines: CatchLines,
    /** Which run of lines stands at each place of the tree. */
    readonly items: Uint32Array,
    readonly tree: Flatbush | null,
  ) {}

  static build(lines: CatchLines): CatchIndex {
    const items = runsOf(lines)
    if (items.length === 0) return new CatchIndex(lines, items, null)
    const single = lines.segments instanceof Float32Array
    const tree = new Flatbush(items.length, 16, single ? Float32Array : Float64Array)
    const segmentCount = lines.segmentFlags.length
    for (const run of items) {
      const first = firstOf(run)
      // All coordinates of a run stand side by side.
      const [of, from, to] =
        first < segmentCount
          ? [lines.segments, 4 * first, 4 * lastOf(run) + 4]
          : [lines.curves, 8 * (first - segmentCount), 8 * (first - segmentCount) + 8]
      let [minX, minY, maxX, maxY] = [of[from]!, of[from + 1]!, of[from]!, of[from + 1]!]
      for (let at = from + 2; at < to; at += 2) {
        const x = of[at]!
        const y = of[at + 1]!
        if (x < minX) minX = x
        else if (x > maxX) maxX = x
        if (y < minY) minY = y
        else if (y > maxY) maxY = y
      }
      tree.add(minX, minY, maxX, maxY)
    }
    tree.finish()
    return new CatchIndex(lines, items, tree)
  }

  /** Takes up an index kept as bytes. @param tree the tree's own buffer, or null where nothing can be caught */
  static from(lines: CatchLines, items: Uint32Array, tree: Flatbush | null): CatchIndex {
    return new CatchIndex(lines, items, tree)
  }

  get isEmpty(): boolean {
    return this.tree === null
  }

  /** Lines that come within `radius` of `p`, at most MOST_NEAR of them. */
  near(p: Point, radius: number, admits: Admission = AS_DRAWN): NearLine[] {
    const found: NearLine[] = []
    this.search(p, radius, admits, (line) => {
      if (distance(nearestOn(line, p), p) <= radius) found.push(line)
      return found.length < MOST_NEAR
    })
    return found
  }

  /** Lines whose boxes come within `radius` of `p`, at most `most` of them: for drawing what is around a point. */
  within(p: Point, radius: number, most: number, admits: Admission = AS_DRAWN): NearLine[] {
    const found: NearLine[] = []
    this.search(p, radius, admits, (line) => found.push(line) < most)
    return found
  }

  /** @param take is given each admitted line; where it answers no, no more are */
  private search(p: Point, radius: number, admits: Admission, take: (line: NearLine) => boolean): void {
    let more = true
    this.tree?.search(p.x - radius, p.y - radius, p.x + radius, p.y + radius, (k) => {
      const run = this.items[k]!
      const last = lastOf(run)
      for (let item = firstOf(run); more && item <= last; item++)
        if (admits(item, this.flagsOf(item)) && this.comesWithin(item, p, radius)) more = take(this.line(item))
      return false
    })
  }

  /** Whether the box of a segment comes within `radius`; that of a curve was looked at in the tree. */
  private comesWithin(item: number, { x, y }: Point, radius: number): boolean {
    const { segments, segmentFlags } = this.lines
    if (item >= segmentFlags.length) return true
    const at = item * 4
    const [x1, y1, x2, y2] = [segments[at]! - x, segments[at + 1]! - y, segments[at + 2]! - x, segments[at + 3]! - y]
    return (
      Math.min(x1, x2) <= radius &&
      Math.max(x1, x2) >= -radius &&
      Math.min(y1, y2) <= radius &&
      Math.max(y1, y2) >= -radius
    )
  }

  private flagsOf(item: number): number {
    const { segmentFlags, curveFlags } = this.lines
    return item < segmentFlags.length ? segmentFlags[item]! : curveFlags[item - segmentFlags.length]!
  }

  private line(item: number): NearLine {
    const segmentCount = this.lines.segmentFlags.length
    if (item < segmentCount) {
      const { segments, segmentFlags } = this.lines
      const at = item * 4
      const start = { x: segments[at]!, y: segments[at + 1]! }
      const end = { x: segments[at + 2]!, y: segments[at + 3]! }
      return { item, flags: segmentFlags[item]!, start, end, piece: { kind: 'segment', start, end } }
    }
    const { curves, curveFlags } = this.lines
    const at = (item - segmentCount) * 8
    const p = (k: number) => ({ x: curves[at + k]!, y: curves[at + k + 1]! })
    const curve = { start: p(0), pullStart: p(2), pullEnd: p(4), end: p(6) }
    const { start, end } = curve
    return { item, flags: curveFlags[item - segmentCount]!, start, end, piece: { kind: 'cubic', curve } }
  }
}

/** Lines that can be shown, in runs. */
function runsOf({ segments, segmentFlags, curveFlags }: CatchLines): Uint32Array {
  const segmentCount = segmentFlags.length
  const runs = new Uint32Array(segmentCount + curveFlags.length)
  let count = 0
  for (let i = 0; i < segmentCount; i++) {
    if (!canShow(segmentFlags[i]!)) continue
    const at = 4 * i
    const follows =
      count > 0 &&
      lastOf(runs[count - 1]!) === i - 1 &&
      i - firstOf(runs[count - 1]!) < LONGEST_RUN &&
      segments[at] === segments[at - 2] &&
      segments[at + 1] === segments[at - 1]
    if (follows) runs[count - 1]! += 1 << FIRST_BITS
    else runs[count++] = i
  }
  for (let i = 0; i < curveFlags.length; i++) if (canShow(curveFlags[i]!)) runs[count++] = segmentCount + i
  return runs.slice(0, count)
}

export const nearestOn = ({ piece }: NearLine, p: Point): Point => nearestPlace(piece, p)

/** The chords of a cubic that come near `p`. */
export function chordsNear({ piece, start, end }: NearLine, p: Point, radius: number): [Point, Point][] {
  if (piece.kind !== 'cubic') return [[start, end]]
  const points = flattenCubic(piece.curve, radius * FLATNESS)
  const chords: [Point, Point][] = []
  for (let i = 0; i + 1 < points.length; i++) {
    const a = points[i]!
    const b = points[i + 1]!
    if (distance(along(a, b, nearestOnSegment(a, b, p)), p) <= radius) chords.push([a, b])
  }
  return chords
}
