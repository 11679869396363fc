import { lengthOf, nearestParameter, nearestPlace, pieceBetween } from '../geometry/piece/measure'
import { endOf, isWhole, type Piece, placeAt, reversed, SAME_MM, startOf } from '../geometry/piece/piece'
import { distance, type Point } from '../geometry/vector'

/** Pieces that follow one another, each beginning where the last one ends. Positions along it are a number: piece and parameter. */
export interface Chain {
  readonly pieces: readonly Piece[]
  readonly closed: boolean
}

export const chainOf = (pieces: readonly Piece[], closed = false): Chain => ({
  pieces,
  closed: closed || (pieces.length === 1 && isWhole(pieces[0]!)),
})

export const reversedChain = ({ pieces, closed }: Chain): Chain => ({
  pieces: [...pieces].reverse().map(reversed),
  closed,
})

export const chainStart = ({ pieces }: Chain): Point => startOf(pieces[0]!)
export const chainEnd = ({ pieces }: Chain): Point => endOf(pieces.at(-1)!)

export const chainLength = ({ pieces }: Chain): number => pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)

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
  const ends = open.flatMap((chain, i) => [
    { chain: i, closes: canClose(chain), at: chainStart(chain) },
    { chain: i, closes: canClose(chain), at: chainEnd(chain) },
  ])
  const partner = pairEnds(ends, toleranceMm)
  const used = new Set<number>()
  const joined: Chain[] = []
  const follow = (start: number, fromStart: boolean): Piece[] => {
    const pieces: Piece[] = []
    let [at, forwards] = [start, fromStart]
    for (;;) {
      used.add(at)
      pieces.push(...(forwards ? open[at]! : reversedChain(open[at]!)).pieces)
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

interface ChainEnd {
  readonly chain: number
  /** Whether the chain may be closed onto itself. */
  readonly closes: boolean
  readonly at: Point
}

/** A single straight piece, however short, is no ring. */
const canClose = ({ pieces }: Chain): boolean => pieces.length > 1 || pieces[0]!.kind !== 'segment'

/** For each end the one that it meets, −1 for none; where more than two meet, the first two in order. */
function pairEnds(ends: readonly ChainEnd[], toleranceMm: number): Int32Array {
  const partner = new Int32Array(ends.length).fill(-1)
  // Ends by the cell they lie in; each cell's ends are a list linked through `next`.
  const first = new Map<number, number>()
  const next = new Int32Array(ends.length).fill(-1)
  // Cells so small that a coordinate loses its digits would never end.
  const cell = Math.max(2 * toleranceMm, 1e-3)
  ends.forEach(({ at, chain, closes }, i) => {
    if (!Number.isFinite(at.x) || !Number.isFinite(at.y)) return
    const [cx, cy] = [Math.floor(at.x / cell), Math.floor(at.y / cell)]
    // A point within the tolerance lies in this cell or in the nearer neighbours.
    const [sideX, sideY] = [at.x / cell - cx < 0.5 ? -1 : 1, at.y / cell - cy < 0.5 ? -1 : 1]
    let best = -1
    let least = toleranceMm
    for (const x of [cx, cx + sideX])
      for (const y of [cy, cy + sideY])
        for (let other = first.get(cellKey(x, y)) ?? -1; other >= 0; other = next[other]!) {
          const away = distance(ends[other]!.at, at)
          if (partner[other]! < 0 && away <= least && (closes || ends[other]!.chain !== chain)) {
            best = other
            least = away
          }
        }
    if (best >= 0) {
      partner[best] = i
      partner[i] = best
      return
    }
    const key = cellKey(cx, cy)
    next[i] = first.get(key) ?? -1
    first.set(key, i)
  })
  return partner
}

/** One number for a cell. Cells that share one only cost a look: distances decide. */
const cellKey = (x: number, y: number): number => Math.imul(x | 0, 73_856_093) ^ Math.imul(y | 0, 19_349_663)

/** Straight pieces are drawn to the place where they meet; others stay, their gap is within the tolerance. */
function sealed({ pieces, closed }: Chain, toleranceMm: number): Chain {
  if (toleranceMm <= SAME_MM) return { pieces, closed }
  const result = [...pieces]
  const count = closed ? result.length : result.length - 1
  for (let i = 0; i < count; i++) {
    const j = (i + 1) % result.length
    const [a, b] = [result[i]!, result[j]!]
    const [p, q] = [endOf(a), startOf(b)]
    if (distance(p, q) <= SAME_MM || i === j) continue
    const meet = a.kind !== 'segment' ? p : b.kind !== 'segment' ? q : { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
    if (a.kind === 'segment') result[i] = { ...a, end: meet }
    if (b.kind === 'segment') result[j] = { ...b, start: meet }
  }
  return { pieces: result, closed }
}
