import { type Box, grow } from '../geometry/box'
import { boxOfPiece, lengthOf, pieceBetween } from '../geometry/piece/measure'
import { meetings } from '../geometry/piece/meetings'
import { directionAt, endOf, type Piece, placeAt, SAME_MM, startOf } from '../geometry/piece/piece'
import { PieceIndex } from '../geometry/piece/piece-index'
import { distance, length, type Point } from '../geometry/vector'
import { type Chain, nearestPosition, piecesBetween, placeOn, reversedChain } from './chain'

/** The positions at which others cross or touch a chain, in order. */
export function cutsOf(chain: Chain, cutters: readonly Piece[]): number[] {
  const index = new PieceIndex(chain.pieces)
  const found = cutters.flatMap((cutter) =>
    index.near(boxOfPiece(cutter), SAME_MM).flatMap((i) => meetings(chain.pieces[i]!, cutter).map(({ t }) => i + t)),
  )
  return found
    .sort((a, b) => a - b)
    .filter((at, i, all) => i === 0 || distance(placeOn(chain, at), placeOn(chain, all[i - 1]!)) > SAME_MM)
}

/** What is left of a chain once the stretch at `p` is cut out between the nearest cutters; null where nothing cuts it. */
export function trimmed(chain: Chain, p: Point, cutters: readonly Piece[]): Chain[] | null {
  const at = nearestPosition(chain, p)
  const cuts = cutsOf(chain, cutters)
  const count = chain.pieces.length
  if (chain.closed) {
    if (cuts.length < 2) return null
    const before = cuts.findLast((each) => each <= at) ?? cuts.at(-1)!
    const after = cuts.find((each) => each > at) ?? cuts[0]!
    return chainsOf([piecesBetween(chain, after, before)])
  }
  const inner = cuts.filter((each) => isInner(chain, each))
  if (inner.length === 0) return null
  const before = inner.findLast((each) => each <= at)
  const after = inner.find((each) => each > at)
  return chainsOf([
    before === undefined ? [] : piecesBetween(chain, 0, before),
    after === undefined ? [] : piecesBetween(chain, after, count),
  ])
}

const isInner = (chain: Chain, position: number): boolean =>
  distance(placeOn(chain, position), startOf(chain.pieces[0]!)) > SAME_MM &&
  distance(placeOn(chain, position), endOf(chain.pieces.at(-1)!)) > SAME_MM

const chainsOf = (parts: readonly Piece[][]): Chain[] =>
  parts.filter((pieces) => pieces.length > 0).map((pieces) => ({ pieces, closed: false }))

/** A chain cut in two at a position; a closed one is opened there. */
export function splitAt(chain: Chain, position: number): Chain[] {
  const count = chain.pieces.length
  if (chain.closed) return chainsOf([piecesBetween(chain, position, position)])
  if (!isInner(chain, position)) return [chain]
  return chainsOf([piecesBetween(chain, 0, position), piecesBetween(chain, position, count)])
}

/** How far from its end a line is lengthened at most, in millimetres. */
const FARTHEST_MM = 1e6
/** Each stretch that is looked along is so many times as long as all before it. */
const FURTHER = 3

/**
 * A chain with the end nearer to `p` lengthened to the first bound on its way; null where none lies there.
 * @param bounds the pieces that come into a box: they are looked for nearby first
 */
export function extended(chain: Chain, p: Point, bounds: (within: Box) => readonly Piece[]): Chain | null {
  if (chain.closed) return null
  const atStart = distance(startOf(chain.pieces[0]!), p) < distance(endOf(chain.pieces.at(-1)!), p)
  const forwards = atStart ? reversedChain(chain) : chain
  const last = forwards.pieces.at(-1)!
  const reach = firstAhead(last, bounds)
  if (reach === null) return null
  const longer = { pieces: [...forwards.pieces.slice(0, -1), stretched(last, reach)], closed: false }
  return atStart ? reversedChain(longer) : longer
}

/** The parameter at which a piece that runs on meets the first bound; null where it meets none, or can't run on. */
function firstAhead(piece: Piece, bounds: (within: Box) => readonly Piece[]): number | null {
  const size = lengthOf(piece)
  const most = Math.min(wholeTurn(piece), 1 + FARTHEST_MM / size)
  for (let [from, to] = [1, Math.min(2, most)]; from < most; [from, to] = [to, Math.min(most, to * FURTHER)]) {
    const stretch = boxOfPiece(pieceBetween(stretched(piece, to), from / to, 1))
    const [met] = bounds(grow(stretch, SAME_MM))
      .flatMap((bound) => meetings(piece, bound, { first: true }))
      .map(({ t }) => (piece.kind === 'segment' || t > 1 ? t : t + wholeTurn(piece)))
      .filter((t) => (t - 1) * size > SAME_MM && t <= to)
      .sort((a, b) => a - b)
    if (met !== undefined) return met
  }
  return null
}

/** The parameter of a whole turn; without end for a line. */
const wholeTurn = (piece: Piece): number =>
  piece.kind === 'arc' || piece.kind === 'ellipse' ? (2 * Math.PI) / Math.abs(piece.sweepRad) : Infinity

/** A piece that ends at another parameter. Only lines and arcs go beyond 1. */
export function stretched(piece: Piece, to: number): Piece {
  if (piece.kind === 'segment') return { ...piece, end: placeAt(piece, to) }
  if (piece.kind === 'arc' || piece.kind === 'ellipse') return { ...piece, sweepRad: piece.sweepRad * to }
  return piece
}

/** A chain made longer (or shorter, below 0) by a length at its end. */
export function lengthened(chain: Chain, byMm: number, atStart = false): Chain | null {
  if (chain.closed) return null
  const forwards = atStart ? reversedChain(chain) : chain
  const last = forwards.pieces.at(-1)!
  const size = lengthOf(last)
  if (last.kind === 'cubic' || size + byMm <= SAME_MM || length(directionAt(last, 1)) === 0) return null
  const longer = { pieces: [...forwards.pieces.slice(0, -1), stretched(last, (size + byMm) / size)], closed: false }
  return atStart ? reversedChain(longer) : longer
}
