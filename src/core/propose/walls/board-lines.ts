import Flatbush from 'flatbush'
import { boxOf, corners, grow } from '../../geometry/box'
import { type Homography, project } from '../../geometry/projective'
import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import { Flag, type LineStyle, type Linework, segmentEnds } from '../../sheet/linework'
import { type PartChoice, shownOf } from '../../sheet/looks'
import { measuringLines } from './measuring-lines'

/** A straight line of a sheet as it lies on the board, in model millimetres. */
export interface BoardLine {
  readonly start: Point
  readonly end: Point
  readonly lengthMm: number
  /** Index into the sheet's styles. */
  readonly style: number
  /** An edge of something filled. */
  readonly solid: boolean
}

/** What of a sheet can be read as walls, on the board. */
export interface BoardLines {
  readonly lines: readonly BoardLine[]
  /** Where `lines` lie, by their boxes. */
  readonly tree: Flatbush | null
  /** Middles of hatching lines. */
  readonly hatching: Flatbush | null
  readonly hatchMiddles: readonly Point[]
  /** Middles of writing. */
  readonly text: readonly Point[]
  readonly styles: readonly LineStyle[]
  /** The widest pen that draws a fair part of all lines. */
  readonly widestPt: number
  /** Corners of the paper, in order. */
  readonly page: readonly Point[]
  readonly mmPerPt: number
  /** Whether they are the strokes of a scan. */
  readonly scan: boolean
  /** What coordinates may be off by, on the board. */
  readonly slipMm: number
}

/** Which part of a sheet is read, and how it lies. */
export interface SheetOnBoard {
  readonly map: Homography
  readonly mmPerPt: number
  readonly parts: readonly PartChoice[]
  readonly markup: boolean
  /** Whether a place of the sheet, in its own space, is within its crop. */
  readonly shows: (p: Point) => boolean
}

/** Shorter lines tell nothing: they are parts of letters and symbols. */
const SHORTEST_MM = 25
/** What coordinates of sheets are rounded to, with what plotters and scans leave. */
const SLIP_PT = 0.06
const LEAST_SLIP_MM = 2
/** Strokes of a scan are off by about half a pixel of 150 to the inch. */
const SCAN_SLIP_PT = 0.24

/** The lines of a sheet on the board, sorted into those that can be faces, hatching and writing. */
export function boardLinesOf(linework: Linework, { map, mmPerPt, parts, markup, shows }: SheetOnBoard): BoardLines {
  const shown = shownOf(linework, parts, markup)
  const { segmentFlags, segmentStyles, styles } = linework
  const measures = measuringLines(linework, mmPerPt)
  const pens = pensOf(styles)
  const scan = styles.some(({ certainty }) => certainty !== undefined)
  const lines: BoardLine[] = []
  const wide: BoardLine[] = []
  const hatchMiddles: Point[] = []
  for (let i = 0; i < segmentFlags.length; i++) {
    const own = segmentStyles[i]!
    if (!shown.admits(own, segmentFlags[i]!) || styles[own]!.dashPt.length > 0) continue
    const style = pens[own]!
    const [a, b] = segmentEnds(linework, i)
    if ((!shows(a) && !shows(b)) || measures(a, b)) continue
    const [start, end] = [project(map, a), project(map, b)]
    if (segmentFlags[i]! & Flag.hatch) {
      hatchMiddles.push({ x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 })
      continue
    }
    const lengthMm = Math.hypot(end.x - start.x, end.y - start.y)
    if (lengthMm < SHORTEST_MM) continue
    const { kind, widthPt, certainty } = styles[style]!
    // Of a scan, lines without a width are the edges of areas.
    const solid = kind === 'fill' || (widthPt === 0 && certainty !== undefined)
    const line = { start, end, lengthMm, style, solid }
    if (kind === 'stroke' && widthPt >= WIDE_STROKE_PT && widthPt * mmPerPt >= THINNEST_STROKE_MM) wide.push(line)
    else lines.push(line)
  }
  const partnersNear = treeOf(wide.map(({ start, end }) => [start, end]))
  for (const line of wide) {
    const { widthPt } = styles[line.style]!
    const near = widthPt < SURELY_BODY_PT && partnersNear ? strokesNear(line, partnersNear).map((i) => wide[i]!) : []
    if (hasPartner(line, near, styles)) lines.push(line)
    else lines.push(...edgesOf(line.start, line.end, widthPt * mmPerPt, line.style))
  }
  return {
    lines,
    tree: treeOf(lines.map(({ start, end }) => [start, end])),
    hatching: treeOf(hatchMiddles.map((p) => [p, p])),
    hatchMiddles,
    text: linework.text
      .filter((run) => shown.admitsText(run))
      .map(({ x, y, turnRad, lengthPt }) =>
        project(map, { x: x + (Math.cos(turnRad) * lengthPt) / 2, y: y + (Math.sin(turnRad) * lengthPt) / 2 }),
      ),
    styles,
    widestPt: widestOf(lines, styles),
    page: corners({ minX: 0, minY: 0, maxX: linework.widthPt, maxY: linework.heightPt }).map((p) => project(map, p)),
    mmPerPt,
    scan,
    slipMm: Math.max(LEAST_SLIP_MM, (scan ? SCAN_SLIP_PT : SLIP_PT) * mmPerPt),
  }
}

/** A stroke of this width is not the line of a face but a body by itself: a wall drawn in one stroke. */
const WIDE_STROKE_PT = 1.4
const THINNEST_STROKE_MM = 55

/** A stroke of this width is no line of a face, whatever runs beside it. */
const SURELY_BODY_PT = 3.4
/** Faces of one wall lie so far apart. */
const FACES_APART_MM = [60, 700] as const
/** Sines below this are parallel. */
const PARALLEL = 0.01

/** Those whose boxes come as near as the other face of a wall. */
function strokesNear({ start, end }: BoardLine, tree: Flatbush): number[] {
  const { minX, minY, maxX, maxY } = grow(boxOf([start, end]), FACES_APART_MM[1])
  return tree.search(minX, minY, maxX, maxY)
}

/** Whether a stroke as wide runs beside another one, as the faces of a wall do that are drawn with a broad pen. */
function hasPartner(line: BoardLine, near: readonly BoardLine[], styles: readonly LineStyle[]): boolean {
  const u = unit(subtract(line.end, line.start))
  if (!u) return false
  const widthPt = styles[line.style]!.widthPt
  return near.some((other) => {
    const v = unit(subtract(other.end, other.start))
    if (other === line || !v || Math.abs(cross(u, v)) > PARALLEL) return false
    if (Math.abs(Math.log(styles[other.style]!.widthPt / widthPt)) > 0.3) return false
    const apart = Math.abs(cross(u, subtract(other.start, line.start)))
    if (apart < FACES_APART_MM[0] || apart > FACES_APART_MM[1]) return false
    const [a, b] = [other.start, other.end].map((p) => dot(u, subtract(p, line.start))) as [number, number]
    return (
      Math.min(Math.max(a, b), line.lengthMm) - Math.max(Math.min(a, b), 0) >
      0.5 * Math.min(line.lengthMm, other.lengthMm)
    )
  })
}

/** The outline of a wide stroke with square ends. */
function edgesOf(start: Point, end: Point, widthMm: number, style: number): BoardLine[] {
  const u = unit(subtract(end, start))
  if (!u) return []
  const aside = scale(leftOf(u), widthMm / 2)
  const ring = [subtract(start, aside), subtract(end, aside), add(end, aside), add(start, aside)]
  return ring.map((from, i) => {
    const to = ring[(i + 1) % ring.length]!
    return { start: from, end: to, lengthMm: distance(from, to), style, solid: true }
  })
}

/** For each style the first that draws alike: strokes of a scan have a style for each width and certainty. */
const pensOf = (styles: readonly LineStyle[]): number[] =>
  styles.map((style, i) =>
    style.certainty === undefined
      ? i
      : styles.findIndex(
          ({ kind, widthPt, certainty }) => certainty !== undefined && kind === style.kind && widthPt === style.widthPt,
        ),
  )

/** A pen draws much where it draws this part of all lines. */
const FAIR_PART = 0.05

function widestOf(lines: readonly BoardLine[], styles: readonly LineStyle[]): number {
  const drawn = new Map<number, number>()
  let total = 0
  for (const { lengthMm, style, solid } of lines) {
    if (solid) continue
    const { widthPt } = styles[style]!
    drawn.set(widthPt, (drawn.get(widthPt) ?? 0) + lengthMm)
    total += lengthMm
  }
  return Math.max(0, ...[...drawn].filter(([, length]) => length > FAIR_PART * total).map(([widthPt]) => widthPt))
}

function treeOf(boxes: readonly (readonly [Point, Point])[]): Flatbush | null {
  if (boxes.length === 0) return null
  const tree = new Flatbush(boxes.length)
  for (const [a, b] of boxes) tree.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y))
  tree.finish()
  return tree
}
