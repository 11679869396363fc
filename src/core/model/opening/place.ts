import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import { faceOffsets } from '../wall/geometry'
import type { Wall } from '../wall/schema'
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

type WallLine = Pick<Wall, 'start' | 'end' | 'thicknessMm' | 'tracedLine'>

/** Where an opening lies; null on a wall without length. */
export function placeOpening(
  wall: WallLine,
  { alongMm, widthMm }: Pick<Opening, 'alongMm' | 'widthMm'>,
): PlacedOpening | null {
  const along = unit(subtract(wall.end, wall.start))
  if (!along) return null
  const left = leftOf(along)
  const { leftMm, rightMm } = faceOffsets(wall)
  const at = (lengthMm: number, asideMm: number) => add(add(wall.start, scale(along, lengthMm)), scale(left, asideMm))
  const [from, to] = [alongMm - widthMm / 2, alongMm + widthMm / 2]
  return {
    along,
    left,
    corners: [at(from, leftMm), at(to, leftMm), at(to, rightMm), at(from, rightMm)],
    middle: at(alongMm, (leftMm + rightMm) / 2),
  }
}

/** How far along a wall's traced line a place lies. */
export function alongOf({ start, end }: Pick<Wall, 'start' | 'end'>, p: Point): number {
  const along = unit(subtract(end, start))
  return along ? dot(subtract(p, start), along) : 0
}

/** How far to the left of a wall's traced line a place lies. */
export function asideOf({ start, end }: Pick<Wall, 'start' | 'end'>, p: Point): number {
  const along = unit(subtract(end, start))
  return along ? cross(along, subtract(p, start)) : 0
}

/** An opening on its wall after that was refitted: it keeps its part of the length. */
export function stretchedWith(
  opening: Opening,
  before: Pick<Wall, 'start' | 'end'>,
  after: Pick<Wall, 'start' | 'end'>,
): Opening {
  const former = distance(before.start, before.end)
  const factor = former > 0 ? distance(after.start, after.end) / former : 1
  return { ...opening, alongMm: opening.alongMm * factor, widthMm: opening.widthMm * factor }
}

/** Openings nearer than this to one another or to the end of their wall still fit: rounding. */
const SLACK_MM = 0.01

/**
 * Why an opening does not fit into its wall, in a sentence; null where it does.
 * @param heightMm of the wall
 * @param others the openings that the wall has already
 */
export function whyNotFit(
  wall: Pick<Wall, 'start' | 'end'>,
  heightMm: number,
  opening: Opening,
  others: readonly Opening[],
): string | null {
  const length = distance(wall.start, wall.end)
  const [from, to] = [opening.alongMm - opening.widthMm / 2, opening.alongMm + opening.widthMm / 2]
  if (opening.widthMm > length + SLACK_MM)
    return `The opening is ${Math.round(opening.widthMm)} mm wide, its wall only ${Math.round(length)} mm long.`
  if (from < -SLACK_MM || to > length + SLACK_MM) return 'The opening would reach beyond the end of its wall.'
  if (opening.sillMm + opening.heightMm > heightMm + SLACK_MM)
    return `The opening would end ${Math.round(opening.sillMm + opening.heightMm)} mm above the foot of its wall, which is only ${Math.round(heightMm)} mm high.`
  const inTheWay = others.find(
    (other) =>
      other.id !== opening.id &&
      Math.abs(other.alongMm - opening.alongMm) < (other.widthMm + opening.widthMm) / 2 - SLACK_MM &&
      other.sillMm < opening.sillMm + opening.heightMm - SLACK_MM &&
      opening.sillMm < other.sillMm + other.heightMm - SLACK_MM,
  )
  return inTheWay ? `A ${inTheWay.use} is in the way.` : null
}
