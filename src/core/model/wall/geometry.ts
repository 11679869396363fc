import { shiftedPiece } from '../../draft/offset'
import type { Arc, Segment } from '../../geometry/piece/piece'
import { tracedPiece } from './line'
import type { Wall } from './schema'

/** What says where the two faces of a wall lie. */
export type WallBand = Pick<Wall, 'start' | 'end' | 'bulge' | 'thicknessMm' | 'tracedLine' | 'shell'>

/** How far the faces of a wall lie from its traced line, positive to the left. */
export function faceOffsets({ thicknessMm, tracedLine, shell }: Pick<Wall, 'thicknessMm' | 'tracedLine' | 'shell'>): {
  leftMm: number
  rightMm: number
} {
  const leftMm = leftOffset(thicknessMm, tracedLine, shell)
  return { leftMm, rightMm: leftMm - thicknessMm }
}

function leftOffset(thicknessMm: number, tracedLine: Wall['tracedLine'], shell: Wall['shell']): number {
  switch (tracedLine) {
    case 'left':
      return 0
    case 'left core':
      return shell?.leftMm ?? 0
    case 'centre':
      return thicknessMm / 2
    case 'right core':
      return thicknessMm - (shell?.rightMm ?? 0)
    case 'right':
      return thicknessMm
  }
}

/** The length of a wall in the middle of its thickness, against that of its traced line. */
export function meanFactor(wall: WallBand): number {
  const piece = tracedPiece(wall)
  if (piece.kind !== 'arc') return 1
  const { leftMm, rightMm } = faceOffsets(wall)
  return 1 - (Math.sign(piece.sweepRad) * (leftMm + rightMm)) / 2 / piece.radius
}

/** One face of a wall, along its direction. */
export type Face = Segment | Arc

/** The traced line moved to its left; null where an arc is too tight for that, or the wall has no length. */
export const movedAside = (wall: Pick<Wall, 'start' | 'end' | 'bulge'>, leftMm: number): Face | null =>
  shiftedPiece(tracedPiece(wall), leftMm)

/** The two faces of a wall; null for a wall without length, and for an arc that is tighter than the wall is thick. */
export function facesOf(wall: WallBand): { left: Face; right: Face } | null {
  const { leftMm, rightMm } = faceOffsets(wall)
  const left = movedAside(wall, leftMm)
  const right = movedAside(wall, rightMm)
  return left && right ? { left, right } : null
}
