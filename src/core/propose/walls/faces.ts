import type { Point } from '../../geometry/vector'
import { type Interval, united, without } from '../intervals'
import type { BoardLines } from './board-lines'

/** A line on a face, by lengths along it. */
export interface FacePiece {
  readonly from: number
  readonly to: number
  readonly style: number
  /** An edge of something filled. */
  readonly solid: boolean
  /** Whether no other direction fits the line better. */
  readonly own: boolean
}

/** Lines of a sheet that lie on one another: along them it is told where there is ink, and with which pen. */
export interface Face {
  /** Across the direction, to its left, at its middle. */
  readonly asideMm: number
  readonly middleMm: number
  /** How much further to the left it lies for each millimetre along: of old walls the faces are not parallel. */
  readonly lean: number
  readonly covered: readonly Interval[]
  readonly pieces: readonly FacePiece[]
  /** Where which pen draws, in order: where several do, the widest. */
  readonly inks: readonly Ink[]
}

/** A part of a face that is drawn with one pen. */
export interface Ink {
  readonly from: number
  readonly to: number
  /** Edges of what is filled count as wider than any pen. */
  readonly widthPt: number
}

/** All faces that run one way, the rightmost first. Lengths count along `u` and across along `v`, from the origin. */
export interface Direction {
  readonly rad: number
  readonly u: Point
  readonly v: Point
  readonly faces: readonly Face[]
}

/** Faces that run shorter altogether belong to no wall; shorter lines lead no direction. */
export const SHORTEST_FACE_MM = 150
/** Directions of which less is drawn have no wall. */
const LEAST_DRAWN_MM = 700
/** Of old buildings each wall has its own direction; more of them than this are a drawing of something else. */
const MOST_DIRECTIONS = 240
/** However short a line is, it lies in no direction that differs by more. */
const FARTHEST_RAD = 0.02

/** Faces that lean more than this to one another belong to two walls. */
const MOST_LEAN_RAD = 0.006

/** How far to the left of its direction a face lies at a length along it. */
export const asideAt = ({ asideMm, middleMm, lean }: Face, along: number): number => asideMm + lean * (along - middleMm)

/** How far two directions of lines are apart, signed: −π/2 to π/2. */
export function turnBetween(fromRad: number, toRad: number): number {
  const turn = (toRad - fromRad) % Math.PI
  if (turn > Math.PI / 2) return turn - Math.PI
  return turn < -Math.PI / 2 ? turn + Math.PI : turn
}

/**
 * The faces of a sheet by their directions. Lines share one where they really do: over its length none of them leaves
 * it by more than drawings are off. A short line can lie in several; the one that fits it best owns it.
 */
export function directionsOf(sheet: BoardLines): Direction[] {
  const { lines, slipMm } = sheet
  const angles = lines.map(({ start, end }) => Math.atan2(end.y - start.y, end.x - start.x))
  const leaders = leadersOf(lines, angles, slipMm)
  const members = leaders.map(() => [] as { line: number; own: boolean }[])
  for (const [i, { lengthMm }] of lines.entries()) {
    let [best, least] = [-1, Number.POSITIVE_INFINITY]
    const fitting: number[] = []
    for (const [k, rad] of leaders.entries()) {
      const off = Math.abs(turnBetween(rad, angles[i]!))
      if (off > FARTHEST_RAD || lengthMm * Math.sin(off) > 2 * slipMm) continue
      fitting.push(k)
      if (off < least) [best, least] = [k, off]
    }
    for (const k of fitting) members[k]!.push({ line: i, own: k === best })
  }
  const directions = leaders.map((rad, k) => directionFrom(members[k]!, rad, sheet))
  return directions.flatMap((direction, k) => {
    const guests = directions.slice(k + 1).flatMap((other) => seenFrom(direction, other))
    const faces = [...direction.faces, ...guests].sort((a, b) => a.asideMm - b.asideMm)
    return direction.faces.length > 0 && faces.length > 1 ? [{ ...direction, faces }] : []
  })
}

/** The faces of a direction in the frame of one that runs nearly its way; none where it runs another way. */
function seenFrom({ rad, u, v }: Direction, other: Direction): Face[] {
  const turn = turnBetween(rad, other.rad)
  if (Math.abs(turn) > MOST_LEAN_RAD) return []
  const way = u.x * other.u.x + u.y * other.u.y > 0 ? 1 : -1
  return other.faces.map(({ asideMm, middleMm, covered, pieces, inks }) => {
    const at = { x: other.u.x * middleMm + other.v.x * asideMm, y: other.u.y * middleMm + other.v.y * asideMm }
    const middle = at.x * u.x + at.y * u.y
    const along = (s: number) => middle + way * (s - middleMm)
    const turned = ([from, to]: Interval): Interval => (way > 0 ? [along(from), along(to)] : [along(to), along(from)])
    const intervals = covered.map(turned)
    return {
      asideMm: at.x * v.x + at.y * v.y,
      middleMm: middle,
      lean: Math.tan(turn),
      covered: way > 0 ? intervals : intervals.reverse(),
      pieces: pieces.map((piece) => {
        const [from, to] = turned([piece.from, piece.to])
        return { ...piece, from, to }
      }),
      inks: inks
        .map((ink) => {
          const [from, to] = turned([ink.from, ink.to])
          return { ...ink, from, to }
        })
        .sort((a, b) => a.from - b.from),
    }
  })
}

/** The directions that long lines run in, the longest first: each line joins the nearest one, or leads its own. */
function leadersOf(lines: BoardLines['lines'], angles: readonly number[], slipMm: number): number[] {
  const order = Array.from(lines.keys())
    .filter((i) => lines[i]!.lengthMm >= SHORTEST_FACE_MM)
    .sort((a, b) => lines[b]!.lengthMm - lines[a]!.lengthMm)
  const leaders: { rad: number; drawnMm: number }[] = []
  for (const i of order) {
    const { lengthMm } = lines[i]!
    let [best, least] = [null as (typeof leaders)[number] | null, Number.POSITIVE_INFINITY]
    for (const leader of leaders) {
      const off = Math.abs(turnBetween(leader.rad, angles[i]!))
      if (off < least) [best, least] = [leader, off]
    }
    if (best && least <= FARTHEST_RAD && lengthMm * Math.sin(least) <= slipMm) {
      best.drawnMm += lengthMm
      best.rad += (turnBetween(best.rad, angles[i]!) * lengthMm) / best.drawnMm
    } else if (leaders.length < 4 * MOST_DIRECTIONS) leaders.push({ rad: angles[i]!, drawnMm: lengthMm })
  }
  return leaders
    .filter(({ drawnMm }) => drawnMm >= LEAST_DRAWN_MM)
    .sort((a, b) => b.drawnMm - a.drawnMm)
    .slice(0, MOST_DIRECTIONS)
    .map(({ rad }) => rad)
}

function directionFrom(
  members: readonly { readonly line: number; readonly own: boolean }[],
  rad: number,
  { lines, styles, slipMm }: BoardLines,
): Direction {
  const u = { x: Math.cos(rad), y: Math.sin(rad) }
  const v = { x: -u.y, y: u.x }
  const pieces = members.map(({ line, own }) => {
    const { start, end, style, solid } = lines[line]!
    const [a, b] = [start.x * u.x + start.y * u.y, end.x * u.x + end.y * u.y]
    const [p, q] = [start.x * v.x + start.y * v.y, end.x * v.x + end.y * v.y]
    return { asideMm: (p + q) / 2, from: Math.min(a, b), to: Math.max(a, b), style, solid, own }
  })
  pieces.sort((a, b) => a.asideMm - b.asideMm)
  const faces: Face[] = []
  for (let i = 0; i < pieces.length; ) {
    let end = i + 1
    while (
      end < pieces.length &&
      pieces[end]!.asideMm - pieces[end - 1]!.asideMm <= slipMm / 2 &&
      pieces[end]!.asideMm - pieces[i]!.asideMm <= slipMm
    )
      end++
    const group = pieces.slice(i, end).sort((a, b) => a.from - b.from)
    i = end
    if (!group.some(({ own }) => own)) continue
    const covered = united(
      group.map(({ from, to }) => [from, to] as const),
      slipMm,
    )
    if (covered.every(([from, to]) => to - from < SHORTEST_FACE_MM)) continue
    const length = group.reduce((sum, { from, to }) => sum + to - from, 0)
    const asideMm = group.reduce((sum, piece) => sum + piece.asideMm * (piece.to - piece.from), 0) / length
    const middleMm = (covered[0]![0] + covered.at(-1)![1]) / 2
    faces.push({ asideMm, middleMm, lean: 0, covered, pieces: group, inks: inksOf(group, styles, slipMm) })
  }
  faces.sort((a, b) => a.asideMm - b.asideMm)
  return { rad, u, v, faces }
}

const SOLID_PT = 1000

/** Which pen draws where along a face: the widest of those that lie on one another. */
function inksOf(pieces: readonly FacePiece[], styles: BoardLines['styles'], slipMm: number): Ink[] {
  const widthOf = ({ style, solid }: FacePiece) => (solid ? SOLID_PT : styles[style]!.widthPt)
  const byWidth = new Map<number, Interval[]>()
  for (const piece of pieces) {
    const width = widthOf(piece)
    const intervals = byWidth.get(width)
    if (intervals) intervals.push([piece.from, piece.to])
    else byWidth.set(width, [[piece.from, piece.to]])
  }
  const inks: Ink[] = []
  let taken: Interval[] = []
  for (const [widthPt, intervals] of [...byWidth].sort((a, b) => b[0] - a[0])) {
    const mine = united(intervals, slipMm)
    for (const [from, to] of without(mine, taken)) inks.push({ from, to, widthPt })
    taken = united([...taken, ...mine], 0)
  }
  return inks.sort((a, b) => a.from - b.from)
}
