import Flatbush from 'flatbush'
import { type Cubic, flattenCubic } from '../../src/core/geometry/bezier'
import { nearestOnSegment } from '../../src/core/geometry/segment'
import { along, distance, type Point } from '../../src/core/geometry/vector'
import { isVisible, type Linework } from '../../src/core/sheet/linework'
import type { PlainLinework } from '../support/poppler'

/** Lines that lie nearer than this are one. */
const SAME_PT = 0.05
/** Places along lines that are looked at, so far apart. */
const STEP_PT = 4

type Line = readonly [Point, Point]

/** A piece of a line: its middle, its line, and the path of the other reader's that it belongs to. */
export interface Place {
  readonly p: Point
  readonly from: Point
  readonly to: Point
  readonly lengthPt: number
  /** Place of the path among all of the page. */
  readonly path: number
}

/** How two readings of a page differ: pieces of lines. */
export interface Difference {
  /** Length of all that the other reader draws within the page. */
  readonly totalPt: number
  /** Drawn by the other and not known to us at all. */
  readonly missing: readonly Place[]
  /** Drawn by the other, and known to us as hidden: clipped, covered, white on white, on a layer that is off. */
  readonly hidden: readonly Place[]
  /** Shown by us, and not drawn by the other. */
  readonly extra: readonly Place[]
}

export const lengthOf = (places: readonly Place[]): number => places.reduce((sum, { lengthPt }) => sum + lengthPt, 0)

/** Compares what we read of a page with the paths that another reader draws. */
export function differenceOf(ours: Linework, theirs: readonly PlainLinework[]): Difference {
  const page = { minX: 0, minY: 0, maxX: ours.widthPt, maxY: ours.heightPt }
  const paths = theirs.map(({ segments, curves }) => [
    ...segments.map(lineOf),
    ...curves.flatMap((row) => chordsOf(cubicOf(row))),
  ])
  const known = linesOf(ours, () => true)
  const seen = linesOf(ours, isVisible)
  const [toKnown, toSeen, toOther] = [finder(known), finder(seen), finder(paths.flat())]
  const within = ({ x, y }: Point) => x > page.minX && y > page.minY && x < page.maxX && y < page.maxY
  let totalPt = 0
  const [missing, hidden]: [Place[], Place[]] = [[], []]
  for (const [path, lines] of paths.entries()) {
    for (const place of places(lines, path)) {
      if (!within(place.p)) continue
      totalPt += place.lengthPt
      if (!toSeen(place.p)) (toKnown(place.p) ? hidden : missing).push(place)
    }
  }
  const extra = [...places(seen, OURS)].filter(({ p }) => within(p) && !toOther(p))
  return { totalPt, missing, hidden, extra }
}

/** What is ours belongs to no path of the other's. */
const OURS = -1

const lineOf = ([x1, y1, x2, y2]: readonly number[]): Line => [
  { x: x1!, y: y1! },
  { x: x2!, y: y2! },
]
const cubicOf = ([a, b, c, d, e, f, g, h]: readonly number[]): Cubic => ({
  start: { x: a!, y: b! },
  pullStart: { x: c!, y: d! },
  pullEnd: { x: e!, y: f! },
  end: { x: g!, y: h! },
})

function chordsOf(curve: Cubic): Line[] {
  const points = flattenCubic(curve, SAME_PT / 4)
  return points.slice(1).map((p, i) => [points[i]!, p])
}

function linesOf({ segments, segmentFlags, curves, curveFlags }: Linework, wanted: (flags: number) => boolean): Line[] {
  const rows = (numbers: Float32Array, flags: Uint8Array, width: number) =>
    [...flags].flatMap((flag, i) => (wanted(flag) ? [[...numbers.subarray(i * width, (i + 1) * width)]] : []))
  return [
    ...rows(segments, segmentFlags, 4).map(lineOf),
    ...rows(curves, curveFlags, 8).flatMap((row) => chordsOf(cubicOf(row))),
  ]
}

/** Places in the middle of equal parts of lines, each with the length that it stands for. */
function* places(lines: readonly Line[], path: number): Generator<Place> {
  for (const [from, to] of lines) {
    const length = distance(from, to)
    if (length === 0) continue
    const count = Math.max(1, Math.ceil(length / STEP_PT))
    for (let i = 0; i < count; i++)
      yield { p: along(from, to, (i + 0.5) / count), from, to, lengthPt: length / count, path }
  }
}

/** Whether a line that we show comes near a place. */
export const shownNear = (ours: Linework, reachPt: number): ((p: Point) => boolean) =>
  finder(linesOf(ours, isVisible), reachPt)

/** Whether a line comes near a place. */
function finder(lines: readonly Line[], reachPt = SAME_PT): (p: Point) => boolean {
  if (lines.length === 0) return () => false
  const index = new Flatbush(lines.length)
  for (const [a, b] of lines) index.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y))
  index.finish()
  return (p) => {
    let found = false
    index.search(p.x - reachPt, p.y - reachPt, p.x + reachPt, p.y + reachPt, (i) => {
      const [a, b] = lines[i]!
      found ||= distance(along(a, b, nearestOnSegment(a, b, p)), p) <= reachPt
      return false
    })
    return found
  }
}
