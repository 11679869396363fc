import type { Point } from '../../geometry/vector'
import { formatLength, type LengthDisplay } from '../../units/format'
import { faceOffsets, type WallBand } from '../wall/geometry'
import { type TracedPiece, wallLengthMm, wallPlace } from '../wall/line'
import type { Opening } from './schema'

/** An opening as it lies on the work plane. */
export interface PlacedOpening {
  /** Along the wall, length one. */
  readonly along: Point
  /** To the left of the wall, length one. */
  readonly left: Point
  /** Corners: start and end of the left face, end and start of the right face. */
  readonly corners: readonly [Point, Point, Point, Point]
  /** Middle of its width and of the wall's thickness. */
  readonly middle: Point
}

/** Where an opening lies; null on a wall without length. On a round wall its jambs point to the centre. */
export function placeOpening(
  wall: WallBand,
  { alongMm, widthMm }: Pick<Opening, 'alongMm' | 'widthMm'>,
): PlacedOpening | null {
  const { leftMm, rightMm } = faceOffsets(wall)
  const middle = wallPlace(wall, alongMm, (leftMm + rightMm) / 2)
  const [from, to] = [alongMm - widthMm / 2, alongMm + widthMm / 2]
  const corner = (lengthMm: number, asideMm: number) => wallPlace(wall, lengthMm, asideMm)?.at
  const corners = [corner(from, leftMm), corner(to, leftMm), corner(to, rightMm), corner(from, rightMm)]
  if (!middle || !corners.every((each) => each !== undefined)) return null
  return {
    along: middle.along,
    left: middle.left,
    corners: corners as unknown as PlacedOpening['corners'],
    middle: middle.at,
  }
}

/** An opening on its wall after that was refitted: it keeps its part of the length. */
export function stretchedWith(opening: Opening, before: TracedPiece, after: TracedPiece): Opening {
  const former = wallLengthMm(before)
  const factor = former > 0 ? wallLengthMm(after) / former : 1
  return { ...opening, alongMm: opening.alongMm * factor, widthMm: opening.widthMm * factor }
}

/** Openings nearer than this to one another or to the end of their wall still fit: rounding. */
const SLACK_MM = 0.01

/**
 * Why an opening does not fit into its wall, in a sentence; null where it does.
 * @param heightMm of the wall
 * @param others the openings that the wall has already
 * @param display how the job writes lengths
 */
export function whyNotFit(
  wall: TracedPiece,
  heightMm: number,
  opening: Opening,
  others: readonly Opening[],
  display: LengthDisplay = { unit: 'mm', precision: 0 },
): string | null {
  const shown = (mm: number) => formatLength(mm, display)
  const length = wallLengthMm(wall)
  const [from, to] = [opening.alongMm - opening.widthMm / 2, opening.alongMm + opening.widthMm / 2]
  if (opening.widthMm > length + SLACK_MM)
    return `The opening is ${shown(opening.widthMm)} wide, its wall only ${shown(length)} long.`
  if (from < -SLACK_MM || to > length + SLACK_MM) return 'The opening would reach beyond the end of its wall.'
  if (opening.sillMm + opening.heightMm > heightMm + SLACK_MM)
    return `The opening would end ${shown(opening.sillMm + opening.heightMm)} above the foot of its wall, which is only ${shown(heightMm)} high.`
  const inTheWay = others.find(
    (other) =>
      other.id !== opening.id &&
      Math.abs(other.alongMm - opening.alongMm) < (other.widthMm + opening.widthMm) / 2 - SLACK_MM &&
      other.sillMm < opening.sillMm + opening.heightMm - SLACK_MM &&
      opening.sillMm < other.sillMm + other.heightMm - SLACK_MM,
  )
  return inTheWay ? `A ${inTheWay.use} is in the way.` : null
}
