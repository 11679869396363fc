import { nearestOnSegment } from '../../geometry/segment'
import { along, distance, type Point } from '../../geometry/vector'
import type { Greys } from '../raster-lines'
import { whereMet } from '../strokes'
import { outlinesOf } from './areas'
import { withoutSmallBlobs } from './blobs'
import { chainsOf, type PixelChain } from './chains'
import { stepsToPaper } from './distance'
import { type Fitted, piecesOf } from './fit'
import { inkOf } from './ink'
import { joined } from './join'
import { refinedArc, refinedEdge, refinedLine, roundEdge, type ScanStroke, type StraightStroke } from './refine'
import { thin } from './thin'

/** A stroke with the part of certainty (0 to 1) that it is a line of the drawing, where it is told to be. */
export type TracedStroke = ScanStroke & { readonly certainty: number }

/**
 * The strokes of a scan as lines and arcs: by their middles; areas by their edges. Ink is told from paper, thinned to its
 * middle, cut into straight and round pieces, joined across crossings, and laid anew through the scan's own tones.
 * Lettering and specks are left out.
 * @param pxPerMm pixels to a millimetre of paper
 * @returns in pixels: x to the right, y down, the middle of the first pixel at 0.5, 0.5
 */
export function traceScan(greys: Greys, pxPerMm: number): TracedStroke[] {
  const ink = inkOf(greys)
  if (!ink) return []
  const { widthPx: width } = greys
  const { strokeMask: mask } = ink
  withoutSmallBlobs(mask, width, LETTER_MM * pxPerMm)
  const steps = stepsToPaper(mask, width)
  const chains = chainsOf(mask, width, thin(mask, width))
  const halfAt = ({ x, y }: Point) => steps[Math.floor(y) * width + Math.floor(x)] ?? 0
  const pieces = joined(
    chains.flatMap((chain) => cut(chain, halfAt)),
    ink.strokes,
  )
  const strokes = met(
    pieces.flatMap((piece) => {
      const stroke = piece.kind === 'line' ? refinedLine(piece, ink.strokes) : refinedArc(piece, ink.strokes)
      return stroke && isStroke(stroke) ? [stroke] : []
    }),
  )
  const drawn = lookup(strokes.filter((stroke) => stroke.kind === 'line'))
  const edges = met(
    outlinesOf(ink.areaMask, width)
      .flatMap(piecesOf)
      .flatMap((piece): ScanStroke | readonly ScanStroke[] =>
        piece.kind === 'line' ? (refinedEdge(piece, ink.areas) ?? []) : roundEdge(piece),
      ),
  ).filter((edge) => edge.kind !== 'line' || !isDrawn(edge, drawn))
  return [...strokes, ...edges]
    .filter((stroke) => lengthOf(stroke) >= SHORTEST_PX)
    .map((stroke) => ({ ...stroke, certainty: certaintyOf(stroke, pxPerMm) }))
}

/** An area whose edge is drawn as a line has it already. */
function isDrawn(edge: StraightStroke, drawn: (p: Point) => Iterable<StraightStroke>): boolean {
  const places = [0.1, 0.3, 0.5, 0.7, 0.9].map((t) => along(edge.start, edge.end, t))
  const on = places.filter((p) =>
    [...drawn(p)].some(
      (line) =>
        distance(along(line.start, line.end, nearestOnSegment(line.start, line.end, p)), p) < line.widthPx / 2 + 2.5,
    ),
  )
  return on.length >= 4
}

/** Blobs that are no larger either way are letters and figures. */
const LETTER_MM = 4

/** A chain as lines and arcs, without spurs, and without the ends that crossings draw aside. */
function cut({ points, meetsAtStart, meetsAtEnd }: PixelChain, halfAt: (p: Point) => number): Fitted[] {
  const reach = (p: Point, meets: boolean) => (meets ? halfAt(p) + 1 : 0)
  const [atStart, atEnd] = [reach(points[0]!, meetsAtStart), reach(points.at(-1)!, meetsAtEnd)]
  const alone = !meetsAtStart || !meetsAtEnd
  if (alone && points.length < SPUR * Math.max(atStart, atEnd)) return []
  const kept = points.length > 3 * (atStart + atEnd) ? points.slice(atStart, points.length - atEnd) : points
  return piecesOf(kept)
}

/** A line that leaves another one by no more than so many times half its width is roughness of its edge. */
const SPUR = 2.5

const SHORTEST_PX = 5

const lengthOf = (stroke: ScanStroke): number =>
  stroke.kind === 'line' ? distance(stroke.start, stroke.end) : stroke.radius * Math.abs(stroke.sweepRad)

const isStroke = (stroke: ScanStroke): boolean => lengthOf(stroke) >= Math.max(SHORTEST_PX, 1.3 * stroke.widthPx)

const CELL_PX = 24

/** Ends of straight strokes that lie on another one, at the middle of that. */
function met(strokes: readonly ScanStroke[]): ScanStroke[] {
  const lines = strokes.filter((stroke) => stroke.kind === 'line')
  const near = lookup(lines)
  const ended = (stroke: StraightStroke, end: 'start' | 'end'): Point => {
    const [from, other] = end === 'start' ? [stroke.start, stroke.end] : [stroke.end, stroke.start]
    const size = distance(from, other)
    const direction = { x: (from.x - other.x) / size, y: (from.y - other.y) / size }
    let best: Point | null = null
    for (const each of near(from)) {
      if (each === stroke) continue
      const at = whereMet(from, direction, each.widthPx > 0 ? each : { ...each, widthPx: EDGE_REACH_PX })
      if (at && distance(at, other) > 1 && (!best || distance(at, from) < distance(best, from))) best = at
    }
    return best ?? from
  }
  return strokes.map((stroke) =>
    stroke.kind === 'line' ? { ...stroke, start: ended(stroke, 'start'), end: ended(stroke, 'end') } : stroke,
  )
}

/** Edges of an area meet at its corner, which pixels round off. */
const EDGE_REACH_PX = 4

function lookup(lines: readonly StraightStroke[]): (p: Point) => Iterable<StraightStroke> {
  const cells = new Map<number, StraightStroke[]>()
  const key = (x: number, y: number) => Math.floor(x / CELL_PX) + Math.floor(y / CELL_PX) * 65_536
  for (const line of lines) {
    const size = distance(line.start, line.end)
    const count = Math.ceil(size / (CELL_PX / 2))
    let last = Number.NaN
    for (let i = 0; i <= count; i++) {
      const t = i / count
      const at = key(line.start.x + (line.end.x - line.start.x) * t, line.start.y + (line.end.y - line.start.y) * t)
      if (at === last) continue
      last = at
      const there = cells.get(at)
      if (there) there.push(line)
      else cells.set(at, [line])
    }
  }
  return ({ x, y }) => {
    const found = new Set<StraightStroke>()
    for (const dy of [-CELL_PX, 0, CELL_PX])
      for (const dx of [-CELL_PX, 0, CELL_PX]) for (const each of cells.get(key(x + dx, y + dy)) ?? []) found.add(each)
    return found
  }
}

/**
 * How certain a stroke is: by its length on paper, how slender and how true it is. Weights of a logistic regression over
 * 11,000 strokes of made-up plans, printed and blurred: of those above 0.9, 99 in 100 were lines of the drawing.
 */
function certaintyOf(stroke: ScanStroke, pxPerMm: number): number {
  const size = lengthOf(stroke)
  const long = Math.log(size / pxPerMm)
  const slender = Math.min(4, Math.log(size / Math.max(2, stroke.widthPx)))
  const round = stroke.kind === 'arc' ? -6 + 1.6 * long : 0
  const edge = stroke.widthPx === 0 ? -7.2 : 0
  const sum = -0.8 + 1.2 * long + 1.1 * slender - 0.2 * stroke.clean - 0.6 * Math.min(1.5, stroke.offPx) + round + edge
  return 1 / (1 + Math.exp(-sum))
}
