import type { Space } from './schema'

/** Printed areas are rounded, and taken between finished faces: they are the same within this part. */
const SAME_AREA = 0.03

/** A room whose printed area was read, against what encloses it. */
export interface RoomArea {
  readonly space: Space
  readonly statedMm2: number
  /** Null where the room is open. */
  readonly foundMm2: number | null
  readonly apart: boolean
}

export const isAreaApart = (foundMm2: number, statedMm2: number): boolean =>
  Math.abs(foundMm2 / statedMm2 - 1) > SAME_AREA

/** Rooms with a printed area, those that differ most first. @param areaOf the area that encloses a room; null where it is open */
export function roomAreas(spaces: readonly Space[], areaOf: (space: Space) => number | null): RoomArea[] {
  const off = ({ foundMm2, statedMm2 }: RoomArea) =>
    foundMm2 === null ? Number.POSITIVE_INFINITY : Math.abs(foundMm2 / statedMm2 - 1)
  return spaces
    .flatMap((space): RoomArea[] => {
      const statedMm2 = space.statedAreaMm2
      if (statedMm2 === undefined) return []
      const foundMm2 = areaOf(space)
      return [{ space, statedMm2, foundMm2, apart: foundMm2 === null || isAreaApart(foundMm2, statedMm2) }]
    })
    .sort((a, b) => off(b) - off(a))
}
