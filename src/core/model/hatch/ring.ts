import type { Chain } from '../../draft/chain'
import { flatten, pieceBetween } from '../../geometry/piece/measure'
import { isWhole, type Piece, segment } from '../../geometry/piece/piece'
import { ringOf } from '../path/shape'
import type { Hatch } from './schema'

/** A closed outline as a ring of a hatch: lines and arcs as they are, other curves by chords that leave them by `flatMm`. */
export function hatchRing({ pieces }: Chain, flatMm: (piece: Piece) => number): Hatch['rings'][number] {
  const { xy, bulges } = ringOf({ pieces: pieces.flatMap((piece) => plainPieces(piece, flatMm)), closed: true })
  return { xy, ...(bulges && { bulges }) }
}

function plainPieces(piece: Piece, flatMm: (piece: Piece) => number): Piece[] {
  if (piece.kind === 'segment') return [piece]
  // A ring by corners needs two of them.
  if (piece.kind === 'arc') return isWhole(piece) ? [pieceBetween(piece, 0, 0.5), pieceBetween(piece, 0.5, 1)] : [piece]
  const points = flatten(piece, flatMm(piece))
  return points.slice(1).map((p, i) => segment(points[i]!, p))
}
