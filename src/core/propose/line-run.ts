import { distanceTo, lengthOf } from '../geometry/piece/measure'
import {
  type Arc,
  directionAt,
  endOf,
  type Piece,
  placeAt,
  reversed,
  type Segment,
  segment,
  startOf,
} from '../geometry/piece/piece'
import { arcOfCubic } from '../geometry/piece/recognise'
import { cross, distance, type Point, unit } from '../geometry/vector'
import { Flag } from '../sheet/linework'
import type { LineFinder } from './wall-run'

/** Ends nearer than this are one: what single precision leaves of a plan. */
const SAME_END_MM = 2
/** Sines below this: a line that goes on in another one. */
const STRAIGHT = 0.002
/** So many pieces are followed at most. */
const MOST = 500

export type RunPiece = Segment | Arc

/** A piece that can be followed: sheets draw arcs as cubics. */
function runPieceOf(piece: Piece): RunPiece | null {
  if (piece.kind === 'segment' || piece.kind === 'arc') return piece
  return piece.kind === 'cubic' ? arcOfCubic(piece.curve) : null
}

/** Lines and arcs of a sheet near a place, without hatching. */
const near = (p: Point, reach: number, lines: LineFinder): RunPiece[] =>
  lines(p, reach).flatMap(({ piece, flags }) => (flags & Flag.hatch ? [] : (runPieceOf(piece) ?? [])))

const isOne = (a: RunPiece, b: RunPiece, sameMm: number): boolean =>
  distance(placeAt(a, 0.5), placeAt(b, 0.5)) < sameMm &&
  ((distance(startOf(a), startOf(b)) < sameMm && distance(endOf(a), endOf(b)) < sameMm) ||
    (distance(startOf(a), endOf(b)) < sameMm && distance(endOf(a), startOf(b)) < sameMm))

/** Whether a straight piece goes on in another one. */
function goesOn(piece: RunPiece, other: RunPiece): boolean {
  const [u, v] = [unit(directionAt(piece, 1)), unit(directionAt(other, 0))]
  const straight = piece.kind === 'segment' && other.kind === 'segment'
  return straight && u !== null && v !== null && Math.abs(cross(u, v)) < STRAIGHT
}

/** How lines are followed. */
interface Following {
  readonly lines: LineFinder
  /** Only where they go straight on. */
  readonly straightOn: boolean
  /** Ends nearer than this are one; pieces that are shorter are passed over. */
  readonly sameMm: number
}

/** The only piece that goes on from the end of another one, turned to run on; null at a free end and where several go on. */
function next(piece: RunPiece, { lines, straightOn, sameMm }: Following): RunPiece | null {
  const at = endOf(piece)
  const others = near(at, sameMm, lines)
    .filter((other) => !isOne(other, piece, sameMm) && lengthOf(other) > sameMm)
    .flatMap((other): RunPiece[] => {
      if (distance(startOf(other), at) < sameMm) return [other]
      return distance(endOf(other), at) < sameMm ? [reversed(other) as RunPiece] : []
    })
  const found = others.filter((other, i) => others.findIndex((each) => isOne(each, other, sameMm)) === i)
  const [only] = found
  if (!only || found.length > 1) return null
  return !straightOn || goesOn(piece, only) ? only : null
}

/** What follows a piece, over its end. */
function followed(piece: RunPiece, how: Following): RunPiece[] {
  const found: RunPiece[] = []
  for (let now: RunPiece | null = piece; now && found.length < MOST; ) {
    now = next(now, how)
    if (!now || isOne(now, piece, how.sameMm)) break
    found.push(now)
  }
  return found
}

/** Straight pieces that go on in one another, as one. */
function merged(pieces: readonly RunPiece[]): RunPiece[] {
  const all: RunPiece[] = []
  for (const piece of pieces) {
    const last = all.at(-1)
    if (last && goesOn(last, piece)) all[all.length - 1] = segment(startOf(last), endOf(piece))
    else all.push(piece)
  }
  return all
}

/**
 * The line of a sheet that a place lies at, with the pieces that it is drawn in, in order.
 * @param whole whether all that hangs together is taken, to where it branches or ends, around corners too
 * @param sameMm ends nearer than this are one
 * @returns nothing where no line comes within `reachMm`
 */
export function lineRunAt(
  p: Point,
  reachMm: number,
  lines: LineFinder,
  whole: boolean,
  sameMm = SAME_END_MM,
): RunPiece[] {
  const off = (piece: RunPiece) => distanceTo(piece, p)
  const first = near(p, reachMm, lines).reduce<RunPiece | null>(
    (best, each) => (!best || off(each) < off(best) ? each : best),
    null,
  )
  if (!first) return []
  const how = { lines, straightOn: !whole, sameMm }
  const ahead = followed(first, how)
  const closes = ahead.length > 0 && distance(endOf(ahead.at(-1)!), startOf(first)) < sameMm
  const behind = closes ? [] : followed(reversed(first) as RunPiece, how)
  return merged([...behind.map((piece) => reversed(piece) as RunPiece).reverse(), first, ...ahead])
}
