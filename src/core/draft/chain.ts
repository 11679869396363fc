import { flatten, lengthOf, nearestParameter, nearestPlace, pieceBetween } from '../geometry/piece/measure'
import { endOf, isWhole, type Piece, placeAt, reversed, SAME_MM, segment, startOf } from '../geometry/piece/piece'
import { distance, middle, type Point } from '../geometry/vector'

/** Pieces that follow one another, each beginning where the last one ends. Positions along it are a number: piece and parameter. */
export interface Chain {
  readonly pieces: readonly Piece[]
  readonly closed: boolean
}

export const chainOf = (pieces: readonly Piece[], closed = false): Chain => ({
  pieces,
  closed: closed || (pieces.length === 1 && isWhole(pieces[0]!)),
})

/** The closed chain of straight pieces through points. */
export const ringChain = (ring: readonly Point[]): Chain =>
  chainOf(
    ring.map((p, i) => segment(p, ring[(i + 1) % ring.length]!)),
    true,
  )

export const reversedChain = ({ pieces, closed }: Chain): Chain => ({
  pieces: [...pieces].reverse().map(reversed),
  closed,
})

export const chainStart = ({ pieces }: Chain): Point => startOf(pieces[0]!)
export const chainEnd = ({ pieces }: Chain): Point => endOf(pieces.at(-1)!)

export const chainLength = ({ pieces }: Chain): number => pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)

/** A closed chain as a ring: chords leave its curves by no more than `flatMm`. */
export const flatRing = ({ pieces }: Chain, flatMm: number): Point[] =>
  pieces.flatMap((piece) => flatten(piece, flatMm).slice(1))

/** The position of the place nearest to `p`. */
export function nearestPosition({ pieces }: Chain, p: Point): number {
  let best = 0
  let least = Infinity
  pieces.forEach((piece, i) => {
    const away = distance(nearestPlace(piece, p), p)
    if (away < least) {
      least = away
      best = i + nearestParameter(piece, p)
    }
  })
  return best
}

/** The piece at a position, and the parameter on it. */
export function atPosition({ pieces }: Chain, position: number): { index: number; t: number } {
  const index = Math.min(pieces.length - 1, Math.max(0, Math.floor(position)))
  return { index, t: position - index }
}

export function placeOn(chain: Chain, position: number): Point {
  const { index, t } = atPosition(chain, position)
  return placeAt(chain.pieces[index]!, t)
}

/** The pieces between two positions; on a closed chain a larger first position goes over the start. Nothing shorter than SAME_MM. */
export function piecesBetween(chain: Chain, from: number, to: number): Piece[] {
  const { pieces, closed } = chain
  if (closed && from >= to) return joinAtSeam([...part(pieces, from, pieces.length), ...part(pieces, 0, to)], chain)
  return part(pieces, from, to)
}

function part(pieces: readonly Piece[], from: number, to: number): Piece[] {
  return pieces
    .map((piece, i) => {
      const [a, b] = [Math.max(0, from - i), Math.min(1, to - i)]
      return a < b ? (a === 0 && b === 1 ? piece : pieceBetween(piece, a, b)) : null
    })
    .filter((piece): piece is Piece => piece !== null && lengthOf(piece) > SAME_MM)
}

/** Over the start of a whole circle the two halves are one arc again. */
function joinAtSeam(pieces: Piece[], chain: Chain): Piece[] {
  const [a, b] = pieces
  if (chain.pieces.length !== 1 || pieces.length !== 2 || !a || !b || a.kind !== b.kind) return pieces
  return a.kind === 'arc' || a.kind === 'ellipse'
    ? [{ ...a, sweepRad: a.sweepRad + (b as typeof a).sweepRad } as Piece]
    : pieces
}

/** Joins chains whose ends meet within `toleranceMm`, each to one other; ends are drawn together to the place between them. */
export function joinChains(chains: readonly Chain[], toleranceMm: number): Chain[] {
  const open = chains.filter(({ closed }) => !closed)
  const partner = pairEnds(open, toleranceMm)
  const used = new Set<number>()
  const joined: Chain[] = []
  const follow = (start: number, fromStart: boolean): Piece[] => {
    const pieces: Piece[] = []
    let [at, forwards] = [start, fromStart]
    for (;;) {
      used.add(at)
      for (const piece of (forwards ? open[at]! : reversedChain(open[at]!)).pieces) pieces.push(piece)
      const next = partner[at * 2 + (forwards ? 1 : 0)]!
      if (next < 0 || used.has(next >> 1)) return pieces
      at = next >> 1
      forwards = (next & 1) === 0
    }
  }
  // Chains with a free end first, from that end; what is left are rings.
  for (let i = 0; i < open.length; i++) {
    if (used.has(i)) continue
    const [startFree, endFree] = [partner[i * 2]! < 0, partner[i * 2 + 1]! < 0]
    if (startFree || endFree) joined.push({ pieces: follow(i, startFree), closed: false })
  }
  for (let i = 0; i < open.length; i++) if (!used.has(i)) joined.push({ pieces: follow(i, true), closed: true })
  return [...chains.filter(({ closed }) => closed), ...joined.map((chain) => sealed(chain, toleranceMm))]
}

/** A single straight piece, however short, is no ring. */
const canClose = ({ pieces }: Chain): boolean => pieces.length > 1 || pieces[0]!.kind !== 'segment'

/** For each end (start and end of each chain in turn) the one that it meets, −1 for none; where more than two meet, the first two in order. */
function pairEnds(open: readonly Chain[], toleranceMm: number): Int32Array {
  const count = open.length * 2
  const [xs, ys] = [new Float64Array(count), new Float64Array(count)]
  open.forEach((chain, i) => {
    const [start, end] = [chainStart(chain), chainEnd(chain)]
    xs[i * 2] = start.x
    ys[i * 2] = start.y
    xs[i * 2 + 1] = end.x
    ys[i * 2 + 1] = end.y
  })
  const partner = new Int32Array(count).fill(-1)
  // Free ends by the cell they lie in: each slot of the table begins a list that is linked through `next`.
  const mask = 2 ** Math.ceil(Math.log2(count + 2)) - 1
  const first = new Int32Array(mask + 1).fill(-1)
  const next = new Int32Array(count).fill(-1)
  // Cells so small that a coordinate loses its digits would never end.
  const cell = Math.max(2 * toleranceMm, 1e-3)
  for (let i = 0; i < count; i++) {
    const [x, y] = [xs[i]! / cell, ys[i]! / cell]
    if (!Number.isFinite(x) || !Number.isFinite(y)) continue
    const [cx, cy] = [Math.floor(x), Math.floor(y)]
    // A point within the tolerance lies in this cell or in the nearer neighbours.
    const [sideX, sideY] = [x - cx < 0.5 ? -1 : 1, y - cy < 0.5 ? -1 : 1]
    let best = -1
    let least = toleranceMm
    for (let k = 0; k < 4; k++) {
      const slot = cellKey(k & 1 ? cx + sideX : cx, k & 2 ? cy + sideY : cy) & mask
      for (let other = first[slot]!; other >= 0; other = next[other]!) {
        if (partner[other]! >= 0) continue
        const away = Math.hypot(xs[other]! - xs[i]!, ys[other]! - ys[i]!)
        if (away > least || (other >> 1 === i >> 1 && !canClose(open[i >> 1]!))) continue
        best = other
        least = away
      }
    }
    if (best >= 0) {
      partner[best] = i
      partner[i] = best
      continue
    }
    const slot = cellKey(cx, cy) & mask
    next[i] = first[slot]!
    first[slot] = i
  }
  return partner
}

/** One number for a cell. Cells that share one only cost a look: distances decide. */
const cellKey = (x: number, y: number): number => Math.imul(x | 0, 73_856_093) ^ Math.imul(y | 0, 19_349_663)

/** Straight pieces are drawn to the place where they meet; others stay, their gap is within the tolerance. */
function sealed(chain: Chain, toleranceMm: number): Chain {
  const { pieces, closed } = chain
  if (toleranceMm <= SAME_MM) return chain
  let result: Piece[] | null = null
  for (let i = 0; i < (closed ? pieces.length : pieces.length - 1); i++) {
    const j = (i + 1) % pieces.length
    const [a, b] = [(result ?? pieces)[i]!, (result ?? pieces)[j]!]
    const [p, q] = [endOf(a), startOf(b)]
    if (distance(p, q) <= SAME_MM || i === j) continue
    // Most chains have no gap, and stay as they are.
    result ??= [...pieces]
    const meet = a.kind !== 'segment' ? p : b.kind !== 'segment' ? q : middle(p, q)
    if (a.kind === 'segment') result[i] = { ...a, end: meet }
    if (b.kind === 'segment') result[j] = { ...b, start: meet }
  }
  return result ? { pieces: result, closed } : chain
}
