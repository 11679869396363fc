import { type Segment, segment } from '../geometry/piece/piece'
import { cross, distance, dot, type Point, subtract } from '../geometry/vector'

/** Directions nearer than this are compared with one another. */
const BUCKET_RAD = 2e-3

interface Placed {
  readonly piece: Segment
  /** Where it begins and ends along its line. */
  from: number
  to: number
}

/** What straight lines became: full ones, and ones that stand for a row of dashes. */
export interface Runs {
  readonly full: Segment[]
  readonly dashed: Segment[]
}

/**
 * Straight lines that lie on one line and touch or overlap become one; rows of equal dashes become one dashed line.
 * @param options `toleranceMm`: how far apart lines may lie, and how wide a gap may be, to be one
 */
export function mergeCollinear(
  pieces: readonly Segment[],
  { toleranceMm, merged, dashes }: { toleranceMm: number; merged: boolean; dashes: boolean },
): Runs {
  const middle = middleOf(pieces)
  const count = pieces.length
  const offsets = new Float64Array(count)
  const buckets = new Int32Array(count).fill(-1)
  const most = Math.round(Math.PI / BUCKET_RAD)
  for (let i = 0; i < count; i++) {
    const { start, end } = pieces[i]!
    const [dx, dy] = [end.x - start.x, end.y - start.y]
    const size = Math.hypot(dx, dy)
    if (size === 0) continue
    const { turnRad, sign } = uprightTurn(Math.atan2(dy, dx))
    buckets[i] = Math.round(turnRad / BUCKET_RAD) % most
    offsets[i] = (sign * (dx * (start.y - middle.y) - dy * (start.x - middle.x))) / size
  }
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => buckets[a]! - buckets[b]! || offsets[a]! - offsets[b]!,
  )
  const runs: Runs = { full: [], dashed: [] }
  for (let first = 0; first < count; ) {
    const bucket = buckets[order[first]!]!
    let next = first + 1
    while (
      next < count &&
      buckets[order[next]!]! === bucket &&
      offsets[order[next]!]! - offsets[order[next - 1]!]! <= toleranceMm / 4
    )
      next++
    if (bucket >= 0) {
      if (next - first === 1) runs.full.push(pieces[order[first]!]!)
      else {
        const placed = Array.from(order.subarray(first, next), (i) => place(pieces[i]!, middle))
        addLine(runs, placed, toleranceMm, merged, dashes)
      }
    }
    first = next
  }
  return runs
}

/** A direction as one of half a turn, whichever way a line was drawn. */
function uprightTurn(turnRad: number): { turnRad: number; sign: 1 | -1 } {
  const flipped = turnRad < -BUCKET_RAD / 2 || turnRad >= Math.PI - BUCKET_RAD / 2
  return flipped ? { turnRad: turnRad + (turnRad < 0 ? Math.PI : -Math.PI), sign: -1 } : { turnRad, sign: 1 }
}

function middleOf(pieces: readonly Segment[]): Point {
  let [x, y] = [0, 0]
  for (const { start } of pieces) {
    x += start.x / pieces.length
    y += start.y / pieces.length
  }
  return { x, y }
}

function place(piece: Segment, middle: Point): Placed {
  const along = subtract(piece.end, piece.start)
  const { turnRad, sign } = uprightTurn(Math.atan2(along.y, along.x))
  const turned = sign < 0 ? segment(piece.end, piece.start) : piece
  const from = dot(subtract(turned.start, middle), { x: Math.cos(turnRad), y: Math.sin(turnRad) })
  return { piece: turned, from, to: from + Math.hypot(along.x, along.y) }
}

/** Adds the runs of segments on one line. */
function addLine(runs: Runs, given: Placed[], toleranceMm: number, merged: boolean, dashes: boolean): void {
  const sorted = given.sort((a, b) => a.from - b.from)
  const joined = merged ? joinTouching(sorted, toleranceMm) : sorted
  if (dashes) takeDashes(runs, joined)
  else for (const { piece } of joined) runs.full.push(piece)
}

function joinTouching(sorted: readonly Placed[], toleranceMm: number): Placed[] {
  const result: Placed[] = []
  for (const each of sorted) {
    const last = result.at(-1)
    if (last && each.from <= last.to + toleranceMm / 4 && isOnLine(last, each, toleranceMm)) {
      if (each.to > last.to)
        result[result.length - 1] = { ...last, to: each.to, piece: segment(last.piece.start, each.piece.end) }
    } else result.push({ ...each })
  }
  return result
}

/** Whether both ends of the second lie on the line of the first: neighbours in order may still drift apart. */
function isOnLine({ piece }: Placed, other: Placed, toleranceMm: number): boolean {
  const direction = subtract(piece.end, piece.start)
  const size = distance(piece.start, piece.end)
  return [other.piece.start, other.piece.end].every(
    (p) => Math.abs(cross(direction, subtract(p, piece.start))) / size <= toleranceMm / 2,
  )
}

/** Dashes in a row at least, for the row to be a dashed line rather than some lines. */
const FEWEST_DASHES = 4
/** How much lengths and gaps of one row may differ, as a part of themselves. */
const EVEN = 0.2
/** A gap wider than this many dashes is none. */
const WIDEST_GAP = 3

/** Finds rows of equal dashes at equal gaps; a row's first and last dash may be cut short. */
function takeDashes({ full, dashed }: Runs, runs: readonly Placed[]): void {
  const size = ({ from, to }: Placed) => to - from
  for (let i = 0; i < runs.length; ) {
    let last = i
    const first = runs[i + 1]
    const length = first ? size(first) : 0
    const gap = first ? first.from - runs[i]!.to : 0
    const alike = (value: number, wanted: number) => Math.abs(value - wanted) <= EVEN * wanted
    if (first && gap > 0 && gap <= WIDEST_GAP * length && size(runs[i]!) <= length * (1 + EVEN))
      while (last + 1 < runs.length && alike(runs[last + 1]!.from - runs[last]!.to, gap)) {
        const next = size(runs[last + 1]!)
        if (!alike(next, length) && next > length) break
        last++
        // A shorter one ends the row.
        if (!alike(next, length)) break
      }
    if (last - i + 1 >= FEWEST_DASHES) {
      dashed.push(segment(runs[i]!.piece.start, runs[last]!.piece.end))
      i = last + 1
    } else {
      full.push(runs[i]!.piece)
      i++
    }
  }
}
