import type { Arc, EllipseArc } from '../../geometry/piece/piece'
import { arcOfCubic } from '../../geometry/piece/recognise'
import type { NearLine } from '../../sheet/catch-index'

/** The circle or ellipse that a line is a piece of; of a sheet's cubics the circle that they stand for. */
export function roundOf({ piece }: NearLine): Arc | EllipseArc | null {
  if (piece.kind === 'arc' || piece.kind === 'ellipse') return piece
  return piece.kind === 'cubic' ? arcOfCubic(piece.curve) : null
}
