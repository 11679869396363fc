import { segment } from '../../geometry/piece/piece'
import { ringsBeside } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import type { Opening } from '../opening/schema'
import { type Face, faceOffsets, type WallBand } from './geometry'
import { edgesOf } from './joins'
import { alongOf, asideFrom, wallPlace } from './line'

/** A cut through a chord of a round face lies on the face again where it was no farther off it than this. */
const ON_FACE_MM = 0.5

/** What stands of the outlines of a wall beside its openings, as a plan shows it: cut square to the traced line at each jamb. */
export function ringsBesideOpenings(
  wall: WallBand,
  rings: readonly (readonly Point[])[],
  openings: readonly Pick<Opening, 'alongMm' | 'widthMm'>[],
): readonly (readonly Point[])[] {
  const along = (p: Point) => alongOf(wall, p)
  const cut = openings.reduce<readonly (readonly Point[])[]>(
    (parts, { alongMm, widthMm }) =>
      parts.flatMap((ring) => ringsBeside(ring, along, alongMm - widthMm / 2, alongMm + widthMm / 2)),
    rings,
  )
  return wall.bulge && openings.length > 0 ? cut.map((ring) => onFaces(wall, ring)) : cut
}

function onFaces(wall: WallBand, ring: readonly Point[]): Point[] {
  const { leftMm, rightMm } = faceOffsets(wall)
  const asideOf = asideFrom(wall)
  return ring.map((p) => {
    const aside = asideOf(p)
    const face = [leftMm, rightMm].find((each) => Math.abs(aside - each) < ON_FACE_MM)
    return face === undefined ? p : (wallPlace(wall, alongOf(wall, p), face)?.at ?? p)
  })
}

/** The edges of such an outline: of a round wall arcs, else straight. */
export const edgesOfRing = (wall: WallBand, ring: readonly Point[]): readonly Face[] =>
  wall.bulge ? edgesOf(wall, ring) : ring.map((p, i) => segment(p, ring[(i + 1) % ring.length]!))
