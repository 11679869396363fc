import { type Phrase, phrasesOf } from '../../fit/proposal/phrases'
import { cubicAt } from '../../geometry/bezier'
import { boxOf } from '../../geometry/box'
import { BoxIndex } from '../../geometry/box-index'
import { NearPlaces } from '../../geometry/near-places'
import { circleThrough } from '../../geometry/piece/feet'
import { add, distance, type Point, scale } from '../../geometry/vector'
import { curveOf, Flag, type LineStyle, type Linework, segmentEnds } from '../../sheet/linework'
import { shownOf } from '../../sheet/looks'
import type { SheetOnBoard } from '../walls/board-lines'

/** A straight line of a sheet, in sheet space. */
export interface Stroke {
  readonly a: Point
  readonly b: Point
  readonly lengthPt: number
  /** Index into the sheet's styles. */
  readonly style: number
  /** One of the lines that fill an area. */
  readonly hatch: boolean
}

/** A whole circle, or the ring of a regular polygon with six corners and more. Sheet space. */
export interface Ring {
  readonly center: Point
  readonly radiusPt: number
  readonly style: number
}

/** A rectangle that is drawn or filled, its corners in order. Sheet space. */
export interface Box {
  readonly corners: readonly [Point, Point, Point, Point]
  readonly style: number
}

/** What of a sheet can be signs and simple elements. */
export interface SheetMarks {
  readonly strokes: readonly Stroke[]
  readonly rings: readonly Ring[]
  readonly boxes: readonly Box[]
  readonly phrases: readonly Phrase[]
  readonly styles: readonly LineStyle[]
  readonly on: SheetOnBoard
  /** Strokes whose boxes come within `reachPt` of a place. */
  near(p: Point, reachPt: number): readonly Stroke[]
}

/** Ends nearer than this are one corner. */
const JOINED_PT = 0.12
/** Points of a circle lie so near to it, as a part of its radius. */
const ROUND = 0.025
const LEAST_CORNERS = 6
const CELL_PT = 2
/** Sines below this are right angles. */
const SQUARE = 0.02

/** Finds rings, boxes, strokes and phrases of a sheet, as far as it shows them. */
export function sheetMarksOf(linework: Linework, on: SheetOnBoard): SheetMarks {
  const shown = shownOf(linework, on.parts, on.markup)
  const strokes: Stroke[] = []
  const { segmentFlags, segmentStyles, curveFlags, curveStyles } = linework
  for (let i = 0; i < segmentFlags.length; i++) {
    const style = segmentStyles[i]!
    if (!shown.admits(style, segmentFlags[i]!)) continue
    const [a, b] = segmentEnds(linework, i)
    if (!on.shows(a) && !on.shows(b)) continue
    strokes.push({ a, b, lengthPt: distance(a, b), style, hatch: (segmentFlags[i]! & Flag.hatch) !== 0 })
  }
  const arcs: Arc[] = []
  for (let i = 0; i < curveFlags.length; i++) {
    const style = curveStyles[i]!
    if (!shown.admits(style, curveFlags[i]!)) continue
    const arc = arcOf(linework, i, style)
    if (arc && on.shows(arc.center)) arcs.push(arc)
  }
  const runs = runsOf(strokes)
  const index = new BoxIndex(strokes.map(({ a, b }) => boxOf([a, b])))
  return {
    strokes,
    rings: [...ringsOfArcs(arcs), ...runs.flatMap(ringOfRun)],
    boxes: runs.flatMap(boxOfRun),
    phrases: phrasesOf(linework.text.filter((run) => shown.admitsText(run))).filter(({ centre }) => on.shows(centre)),
    styles: linework.styles,
    on,
    near: (p, reachPt) => index.near(boxOf([p]), reachPt).map((i) => strokes[i]!),
  }
}

interface Arc extends Ring {
  readonly sweepRad: number
}

/** A cubic as the piece of a circle that it draws; null where it draws none. */
function arcOf(linework: Linework, index: number, style: number): Arc | null {
  const cubic = curveOf(linework, index)
  const [start, quarter, half, last, end] = [0, 0.25, 0.5, 0.75, 1].map((t) => cubicAt(cubic, t)) as [
    Point,
    Point,
    Point,
    Point,
    Point,
  ]
  const circle = circleThrough(start, half, end)
  if (!circle) return null
  const { center, radius } = circle
  if ([quarter, last].some((p) => Math.abs(distance(p, center) - radius) > ROUND * radius)) return null
  const turned = (from: Point, to: Point) => 2 * Math.asin(Math.min(1, distance(from, to) / (2 * radius)))
  return { center, radiusPt: radius, style, sweepRad: turned(start, half) + turned(half, end) }
}

/** Circles whose arcs go all the way round. */
function ringsOfArcs(arcs: readonly Arc[]): Ring[] {
  const begun: { readonly ring: Arc; sweepRad: number }[] = []
  const near = new NearPlaces<(typeof begun)[number]>(CELL_PT)
  for (const arc of arcs) {
    const slack = Math.max(0.2, ROUND * arc.radiusPt)
    const same = near
      .about(arc.center)
      .find(({ ring }) => distance(ring.center, arc.center) < slack && Math.abs(ring.radiusPt - arc.radiusPt) < slack)
    if (same) same.sweepRad += arc.sweepRad
    else {
      const ring = { ring: arc, sweepRad: arc.sweepRad }
      begun.push(ring)
      near.add(arc.center, ring)
    }
  }
  return begun.filter(({ sweepRad }) => sweepRad > 2 * Math.PI - 0.2).map(({ ring }) => ring)
}

/** Strokes that follow one another in the file, each from where the former ended, until they close. */
function runsOf(strokes: readonly Stroke[]): (readonly Stroke[])[] {
  const runs: Stroke[][] = []
  let run: Stroke[] = []
  for (const stroke of strokes) {
    const last = run.at(-1)
    if (last && (last.style !== stroke.style || distance(last.b, stroke.a) > JOINED_PT)) run = []
    run.push(stroke)
    if (run.length > 2 && distance(stroke.b, run[0]!.a) < JOINED_PT) {
      runs.push(run)
      run = []
    }
  }
  return runs
}

function ringOfRun(run: readonly Stroke[]): Ring[] {
  if (run.length < LEAST_CORNERS) return []
  const center = scale(
    run.reduce((sum, { a }) => add(sum, a), { x: 0, y: 0 }),
    1 / run.length,
  )
  const radiusPt = run.reduce((sum, { a }) => sum + distance(a, center), 0) / run.length
  const isRound = run.every(({ a }) => Math.abs(distance(a, center) - radiusPt) < ROUND * radiusPt)
  return isRound ? [{ center, radiusPt, style: run[0]!.style }] : []
}

function boxOfRun(run: readonly Stroke[]): Box[] {
  if (run.length !== 4) return []
  const corners = run.map(({ a }) => a) as [Point, Point, Point, Point]
  const isSquare = run.every(({ a, b, lengthPt }, i) => {
    const next = run[(i + 1) % 4]!
    const cosine = (b.x - a.x) * (next.b.x - next.a.x) + (b.y - a.y) * (next.b.y - next.a.y)
    return Math.abs(cosine) <= SQUARE * lengthPt * next.lengthPt
  })
  return isSquare && run.every(({ lengthPt }) => lengthPt > 0) ? [{ corners, style: run[0]!.style }] : []
}
