import { cross, distance, dot, middle, type Point, subtract, unit } from '../geometry/vector'
import type { Opening } from '../model/opening/schema'
import { faceOffsets } from '../model/wall/geometry'
import { wallLengthMm, wallPlace } from '../model/wall/line'
import type { Wall } from '../model/wall/schema'
import type { LineFinder } from '../propose/wall-run'
import { type LinePen, type NearLine, nearestOn } from '../sheet/catch-index'
import { Flag } from '../sheet/linework'
import { runsOf } from './runs'

/** What of a wall the sheet shows otherwise. Model millimetres. */
export interface WallDoubt {
  /** The wall or the opening. */
  readonly elementId: string
  /**
   * `bare`: there is wall where the sheet shows none; `one face`: the sheet shows one of its faces alone; `closed`: there is
   * an opening where the sheet shows the wall going through; `jamb`: the sheet draws the side of an opening elsewhere;
   * `other pen`: an end of the wall lies on lines of another pen than the rest of it, as extension lines are.
   */
  readonly kind: 'bare' | 'one face' | 'closed' | 'jamb' | 'other pen'
  /** Along the middle of the wall. */
  readonly start: Point
  readonly end: Point
  /** How long the stretch is, or how far the jamb lies off. */
  readonly mm: number
}

/** A face is shown where a line runs its way this near to it. */
const BESIDE_MM = 40
/** What is turned further against a wall runs another way. */
export const LARGEST_SINE = Math.sin((5 * Math.PI) / 180)
/** Places along a wall, so far apart. */
const STEP_MM = 50
const MOST_PLACES = 600
/** Where a line of the sheet is broken for so long there is a gap; walls that join break a face for longer. */
const LEAST_BARE_MM = 250
const LEAST_ONE_FACE_MM = 600
const ONE_FACE_THICKNESSES = 3
/** Of an opening so much must be closed on the sheet; its jambs may be drawn a little inside. */
const CLOSED_PART = 0.8
/** The sides of openings are looked for so near to where they lie, and span so much of the wall. */
const JAMB_REACH_MM = 200
const JAMB_SPAN = 0.6
/** An edge of an opening that lies this near to where a stretch begins is the same. */
const SLACK_MM = 80

/**
 * Compares a wall with the sheet the other way round: is all of it there, with the same openings?
 * @param openings those of the wall
 * @param lines of the sheets, on the board
 */
export function compareWall(wall: Wall, openings: readonly Opening[], lines: LineFinder): WallDoubt[] {
  const length = wallLengthMm(wall)
  const count = Math.min(MOST_PLACES, Math.max(2, Math.round(length / STEP_MM)))
  const places = Array.from({ length: count }, (_, i) => ((i + 0.5) / count) * length)
  const faces = places.map((at) => faceLines(wall, at, lines))
  const shown = faces.map(countShown)
  // A wall that no sheet shows was not traced from one.
  if (shown.every((count) => count === 0)) return []
  const isInOpening = (at: number) =>
    openings.some(({ alongMm, widthMm }) => Math.abs(at - alongMm) <= widthMm / 2 + SLACK_MM)
  const doubts = runsOf(places.map((at, i) => (isInOpening(at) ? 2 : shown[i]!)))
    .map(({ state: faces, from, to }) => ({ faces, from: (from / count) * length, to: (to / count) * length }))
    .filter(({ faces, from, to }) => isLongEnough(faces, to - from, wall))
    .map(({ faces, from, to }) => doubt(wall, faces === 0 ? 'bare' : 'one face', wall.id, from, to, to - from))
  return [
    ...doubts,
    ...endsInOtherPen(wall, faces),
    ...openings.flatMap((opening) => compareOpening(wall, opening, lines)),
  ]
}

/** Most of a wall must be drawn in one pen before another one tells anything. */
const USUAL_PART = 0.5
/** A line is thinner than another where its pen is narrower by this factor. */
const THINNER = 0.85

/**
 * Ends of a wall whose faces lie on lines of a thinner pen, or of another colour or layer, than the rest of it.
 * @param faces the lines that show its faces, at places along it
 */
function endsInOtherPen(wall: Wall, faces: readonly FaceLines[]): WallDoubt[] {
  const pens = faces.map((here) => here.flat().flatMap(({ pen }) => pen ?? []))
  const counts = new Map<string, { readonly pen: LinePen; count: number }>()
  for (const here of pens)
    for (const [name, pen] of new Map(here.map((each) => [`${each.widthPt} ${each.mark}`, each]))) {
      const known = counts.get(name) ?? { pen, count: 0 }
      known.count++
      counts.set(name, known)
    }
  const [usual] = [...counts.values()].sort((a, b) => b.count - a.count)
  if (!usual || usual.count < USUAL_PART * faces.length) return []
  const isOther = (here: readonly LinePen[]) =>
    here.length > 0 &&
    here.every(
      ({ widthPt, mark }) =>
        widthPt < THINNER * usual.pen.widthPt || (widthPt === usual.pen.widthPt && mark !== usual.pen.mark),
    )
  const length = wallLengthMm(wall)
  const step = length / faces.length
  const runFrom = (ordered: readonly (readonly LinePen[])[]) => {
    const end = ordered.findIndex((here) => !isOther(here))
    return end < 0 ? ordered.length : end
  }
  const [atStart, atEnd] = [runFrom(pens), runFrom(pens.toReversed())]
  return [
    [0, atStart * step],
    [length - atEnd * step, length],
  ]
    .filter(([from, to]) => to! - from! >= LEAST_BARE_MM)
    .map(([from, to]) => doubt(wall, 'other pen', wall.id, from!, to!, to! - from!))
}

function isLongEnough(faces: number, mm: number, { thicknessMm }: Wall): boolean {
  if (faces === 0) return mm >= LEAST_BARE_MM
  return faces === 1 && mm >= Math.max(LEAST_ONE_FACE_MM, ONE_FACE_THICKNESSES * thicknessMm)
}

function doubt(
  wall: Wall,
  kind: WallDoubt['kind'],
  elementId: string,
  from: number,
  to: number,
  mm: number,
): WallDoubt {
  const { leftMm, rightMm } = faceOffsets(wall)
  const aside = (leftMm + rightMm) / 2
  const [start, end] = [from, to].map((at) => wallPlace(wall, at, aside)?.at ?? wall.start) as [Point, Point]
  return { elementId, kind, start, end, mm }
}

/** The lines that show each of the two faces of a wall at a place along it. */
type FaceLines = readonly (readonly NearLine[])[]

function faceLines(wall: Wall, alongMm: number, lines: LineFinder): FaceLines {
  const { leftMm, rightMm } = faceOffsets(wall)
  return [leftMm, rightMm].map((aside) => {
    const place = wallPlace(wall, alongMm, aside)
    return place ? linesThere(place.at, place.along, lines) : []
  })
}

const countShown = (faces: FaceLines): number => faces.filter(({ length }) => length > 0).length

/** Lines that run a way past a place, near enough to be the face that lies there. */
function linesThere(p: Point, direction: Point, lines: LineFinder): NearLine[] {
  return lines(p, BESIDE_MM).filter((line) => {
    if (line.flags & Flag.hatch || distance(nearestOn(line, p), p) > BESIDE_MM) return false
    if (line.piece.kind !== 'segment') return true
    const way = unit(subtract(line.end, line.start))
    if (!way || Math.abs(cross(way, direction)) > LARGEST_SINE) return false
    const foot = dot(subtract(p, line.start), way)
    return foot >= 0 && foot <= distance(line.start, line.end)
  })
}

function compareOpening(wall: Wall, opening: Opening, lines: LineFinder): WallDoubt[] {
  const { alongMm, widthMm, use, id } = opening
  const [from, to] = [alongMm - widthMm / 2, alongMm + widthMm / 2]
  // The faces of a wall go on at windows: sills are drawn there.
  if (use !== 'window') {
    const inside = Array.from({ length: 11 }, (_, i) => from + widthMm * (0.1 + 0.08 * i))
    const closed = inside.filter((at) => countShown(faceLines(wall, at, lines)) === 2).length
    if (closed >= CLOSED_PART * inside.length) return [doubt(wall, 'closed', id, from, to, widthMm)]
  }
  return [from, to].flatMap((at) => {
    const off = jambNear(wall, at, lines)
    return off === null || Math.abs(off) < 1 ? [] : [doubt(wall, 'jamb', id, at, at + off, Math.abs(off))]
  })
}

/** How far along the wall the nearest side of an opening is drawn from where it lies; null where none is near. */
function jambNear(wall: Wall, alongMm: number, lines: LineFinder): number | null {
  const { leftMm, rightMm } = faceOffsets(wall)
  const place = wallPlace(wall, alongMm, (leftMm + rightMm) / 2)
  if (!place) return null
  const thickness = leftMm - rightMm
  let best: number | null = null
  for (const { start, end, piece, flags } of lines(place.at, JAMB_REACH_MM + thickness / 2)) {
    if (piece.kind !== 'segment' || flags & Flag.hatch) continue
    const way = unit(subtract(end, start))
    if (!way || Math.abs(dot(way, place.along)) > LARGEST_SINE) continue
    const aside = [start, end].map((p) => dot(subtract(p, place.at), place.left)).sort((a, b) => a - b) as [
      number,
      number,
    ]
    const spanned = Math.min(aside[1], thickness / 2) - Math.max(aside[0], -thickness / 2)
    // What runs far beyond the wall is the face of another one, or a line of a dimension.
    const beyond = Math.max(aside[1] - thickness / 2, -thickness / 2 - aside[0])
    if (spanned < JAMB_SPAN * thickness || beyond > thickness) continue
    const off = dot(subtract(middle(start, end), place.at), place.along)
    if (Math.abs(off) <= JAMB_REACH_MM && (best === null || Math.abs(off) < Math.abs(best))) best = off
  }
  return best
}
