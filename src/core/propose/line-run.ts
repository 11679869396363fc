import { distanceTo, lengthOf } from '../geometry/piece/measure'
import { type Arc, directionAt, endOf, reversed, type Segment, segment, startOf } from '../geometry/piece/piece'
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

const isRunPiece = (piece: { readonly kind: string }): piece is RunPiece =>
  piece.kind === 'segment' || piece.kind === 'arc'

/** Lines and arcs of a sheet near a place, without hatching. */
const near = (p: Point, reach: number, lines: LineFinder): RunPiece[] =>
  lines(p, reach).flatMap(({ piece, flags }) => (isRunPiece(piece) && !(flags & Flag.hatch) ? [piece] : []))

const isOne = (a: RunPiece, b: RunPiece): boolean =>
  (distance(startOf(a), startOf(b)) < SAME_END_MM && distance(endOf(a), endOf(b)) < SAME_END_MM) ||
  (distance(startOf(a), endOf(b)) < SAME_END_MM && distance(endOf(a), startOf(b)) < SAME_END_MM)

/** Whether a straight piece goes on in another one. */
function goesOn(piece: RunPiece, other: RunPiece): boolean {
  const [u, v] = [unit(directionAt(piece, 1)), unit(directionAt(other, 0))]
  const straight = piece.kind === 'segment' && other.kind === 'segment'
  return straight && u !== null && v !== null && Math.abs(cross(u, v)) < STRAIGHT
}

/** The only piece that goes on from the end of another one, turned to run on; null at a free end and where several go on. */
function next(piece: RunPiece, lines: LineFinder, straightOn: boolean): RunPiece | null {
  const at = endOf(piece)
  const others = near(at, SAME_END_MM, lines)
    .filter((other) => !isOne(other, piece) && lengthOf(other) > SAME_END_MM)
    .flatMap((other): RunPiece[] => {
      if (distance(startOf(other), at) < SAME_END_MM) return [other]
      return distance(endOf(other), at) < SAME_END_MM ? [reversed(other) as RunPiece] : []
    })
  const found = others.filter((other, i) => others.findIndex((each) => isOne(each, other)) === i)
  const [only] = found
  if (!only || found.length > 1) return null
  return !straightOn || goesOn(piece, only) ? only : null
}

/** What follows a piece, over its end. */
function followed(piece: RunPiece, lines: LineFinder, straightOn: boolean): RunPiece[] {
  const found: RunPiece[] = []
  for (let now: RunPiece | null = piece; now && found.length < MOST; ) {
    now = next(now, lines, straightOn)
    if (!now || isOne(now, piece)) break
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
 * @returns nothing where no line comes within `reachMm`
 */
export function lineRunAt(p: Point, reachMm: number, lines: LineFinder, whole: boolean): RunPiece[] {
  const off = (piece: RunPiece) => distanceTo(piece, p)
  const first = near(p, reachMm, lines).reduce<RunPiece | null>(
    (best, each) => (!best || off(each) < off(best) ? each : best),
    null,
  )
  if (!first) return []
  const ahead = followed(first, lines, !whole)
  const closes = ahead.length > 0 && distance(endOf(ahead.at(-1)!), startOf(first)) < SAME_END_MM
  const behind = closes ? [] : followed(reversed(first) as RunPiece, lines, !whole)
  return merged([...behind.map((piece) => reversed(piece) as RunPiece).reverse(), first, ...ahead])
}
