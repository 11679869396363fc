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

/** How two readings of a page differ, by the length of their lines. */
export interface Difference {
  /** Length of all that the other reader draws within the page. */
  readonly totalPt: number
  /** Drawn by the other and not known to us at all. */
  readonly missingPt: number
  /** Drawn by the other, and known to us as hidden: clipped, covered, white on white, on a layer that is off. */
  readonly hiddenPt: number
  /** Shown by us, and not drawn by the other. */
  readonly extraPt: number
}

/** Compares what we read of a page with what another reader draws. */
export function differenceOf(ours: Linework, theirs: PlainLinework): Difference {
  const page = { minX: 0, minY: 0, maxX: ours.widthPt, maxY: ours.heightPt }
  const other = [...theirs.segments.map(lineOf), ...theirs.curves.flatMap((row) => chordsOf(cubicOf(row)))]
  const known = linesOf(ours, () => true)
  const seen = linesOf(ours, isVisible)
  const [toKnown, toSeen, toOther] = [finder(known), finder(seen), finder(other)]
  const within = ({ x, y }: Point) => x > page.minX && y > page.minY && x < page.maxX && y < page.maxY
  let [totalPt, missingPt, hiddenPt, extraPt] = [0, 0, 0, 0]
  for (const [p, length] of places(other)) {
    if (!within(p)) continue
    totalPt += length
    if (toSeen(p)) continue
    if (toKnown(p)) hiddenPt += length
    else missingPt += length
  }
  for (const [p, length] of places(seen)) if (within(p) && !toOther(p)) extraPt += length
  return { totalPt, missingPt, hiddenPt, extraPt }
}

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
function* places(lines: readonly Line[]): Generator<readonly [Point, number]> {
  for (const [a, b] of lines) {
    const length = distance(a, b)
    if (length === 0) continue
    const count = Math.max(1, Math.ceil(length / STEP_PT))
    for (let i = 0; i < count; i++) yield [along(a, b, (i + 0.5) / count), length / count]
  }
}

/** Whether a line comes near a place. */
function finder(lines: readonly Line[]): (p: Point) => boolean {
  if (lines.length === 0) return () => false
  const index = new Flatbush(lines.length)
  for (const [a, b] of lines) index.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y))
  index.finish()
  return (p) => {
    let found = false
    index.search(p.x - SAME_PT, p.y - SAME_PT, p.x + SAME_PT, p.y + SAME_PT, (i) => {
      const [a, b] = lines[i]!
      found ||= distance(along(a, b, nearestOnSegment(a, b, p)), p) <= SAME_PT
      return false
    })
    return found
  }
}
