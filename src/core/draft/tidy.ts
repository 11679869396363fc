import { boxOfPiece, distanceTo, lengthOf } from '../geometry/piece/measure'
import { endOf, type Piece, placeAt, segment, startOf } from '../geometry/piece/piece'
import { PointGrid } from '../geometry/point-grid'
import { distance, type Point } from '../geometry/vector'
import type { Chain } from './chain'

/** A chain with its straight runs drawn by as few points as stay within `toleranceMm` (Douglas and Peucker 1973). Arcs stay. */
export function simplified({ pieces, closed }: Chain, toleranceMm: number): Chain {
  const result: Piece[] = []
  let run: Point[] = []
  const flush = () => {
    const kept = thinned(run, toleranceMm)
    for (let i = 0; i + 1 < kept.length; i++) result.push(segment(kept[i]!, kept[i + 1]!))
    run = []
  }
  for (const piece of pieces) {
    if (piece.kind === 'segment') {
      if (run.length === 0) run.push(piece.start)
      run.push(piece.end)
    } else {
      flush()
      result.push(piece)
    }
  }
  flush()
  return { pieces: closed ? withoutSeam(result, toleranceMm) : result, closed }
}

function thinned(points: readonly Point[], toleranceMm: number): Point[] {
  if (points.length < 3) return [...points]
  const keep = new Uint8Array(points.length)
  keep[0] = keep[points.length - 1] = 1
  const open: [number, number][] = [[0, points.length - 1]]
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span
    const chord = segment(points[from]!, points[to]!)
    let farthest = from
    let most = toleranceMm
    for (let i = from + 1; i < to; i++) {
      const away = distanceTo(chord, points[i]!)
      if (away > most) {
        most = away
        farthest = i
      }
    }
    if (farthest === from) continue
    keep[farthest] = 1
    open.push([from, farthest], [farthest, to])
  }
  return points.filter((_, i) => keep[i])
}

/** The start of a ring is a point like any other: it goes where its neighbours run straight on. */
function withoutSeam(pieces: Piece[], toleranceMm: number): Piece[] {
  const [first, last] = [pieces[0], pieces.at(-1)]
  if (pieces.length < 4 || first?.kind !== 'segment' || last?.kind !== 'segment') return pieces
  const merged = segment(last.start, first.end)
  return distanceTo(merged, first.start) <= toleranceMm ? [merged, ...pieces.slice(1, -1)] : pieces
}

/** Whether two pieces run over the same places. */
export function isSamePiece(a: Piece, b: Piece, toleranceMm: number): boolean {
  if (a.kind !== b.kind || Math.abs(lengthOf(a) - lengthOf(b)) > 2 * toleranceMm) return false
  const same = (p: Point, q: Point) => distance(p, q) <= toleranceMm
  const whole = same(startOf(a), endOf(a)) && same(startOf(b), endOf(b))
  const ends =
    (same(startOf(a), startOf(b)) && same(endOf(a), endOf(b))) ||
    (same(startOf(a), endOf(b)) && same(endOf(a), startOf(b)))
  return (ends || whole) && [0.25, 0.5, 0.75].every((t) => distanceTo(b, placeAt(a, t)) <= toleranceMm)
}

/** Indices of pieces that lie wholly on an earlier one, and of those shorter than `shortestMm`. */
export function needless(pieces: readonly Piece[], toleranceMm: number, shortestMm: number): Set<number> {
  const gone = new Set<number>()
  const kept = new PointGrid<Piece>(Math.max(toleranceMm * 4, 1))
  pieces.forEach((piece, i) => {
    const { minX, minY, maxX, maxY } = boxOfPiece(piece)
    const at = piece.kind === 'segment' ? placeAt(piece, 0.5) : { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
    const needed =
      lengthOf(piece) >= shortestMm && !kept.near(at).some((other) => isSamePiece(other, piece, toleranceMm))
    if (needed) kept.add(at, piece)
    else gone.add(i)
  })
  return gone
}
