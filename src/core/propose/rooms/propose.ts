import { isInside } from '../../geometry/polygon'
import { add, along, distance, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import type { Boundary } from '../../model/space/boundary'
import { isAreaApart } from '../../model/space/stated-area'
import { alongOf, asideOf } from '../../model/wall/line'
import type { Wall } from '../../model/wall/schema'
import type { RoomLabel } from './labels'

/** A room that walls enclose, with what is printed in it. */
export interface ProposedRoom {
  /** Within it. */
  readonly at: Point
  readonly name: string
  readonly number: string
  readonly areaMm2: number
  /** What is printed; null where no area is. */
  readonly statedMm2: number | null
  /** 0 to 1. */
  readonly certainty: number
}

/** Smaller ones are shafts and hollow walls. */
const SMALLEST_MM2 = 0.4e6
/** Beside a wall it is looked for rooms so far from its face. */
const BESIDE_MM = 150
/** An area that differs by this part is another room's, or a wall is missing. */
const DIFFERENT_AREA = 0.12

/**
 * The rooms that walls enclose. Where several labels stand in one, that with an area goes before the others.
 * @param enclosureOf what encloses a place; null where it is open
 */
export function proposeRooms(
  walls: readonly Wall[],
  labels: readonly RoomLabel[],
  enclosureOf: (at: Point) => Boundary | null,
): ProposedRoom[] {
  const rooms: { at: Point; boundary: Boundary; labels: RoomLabel[] }[] = []
  const roomAt = (at: Point) => {
    const known = rooms.find(
      ({ boundary: { ring, islands } }) => isInside(ring, at) && !islands.some((each) => isInside(each, at)),
    )
    if (known) return known
    // Within walls it is seen around all rooms at once.
    if (walls.some((wall) => isWithin(wall, at))) return null
    const boundary = enclosureOf(at)
    if (!boundary || boundary.areaMm2 < SMALLEST_MM2) return null
    const room = { at, boundary, labels: [] }
    rooms.push(room)
    return room
  }
  for (const label of labels) roomAt(label.at)?.labels.push(label)
  for (const wall of walls) for (const at of besideWall(wall)) roomAt(at)
  return rooms.map(({ at, boundary: { areaMm2 }, labels: inside }) => {
    const label = inside.find(({ statedMm2 }) => statedMm2 !== null) ?? inside.find(({ name }) => name)
    const statedMm2 = label?.statedMm2 ?? null
    const named = new Set(inside.flatMap(({ name }) => (name ? [name] : [])))
    return {
      at,
      name: label?.name || inside.find(({ name }) => name)?.name || '',
      number: label?.number || inside.find(({ number }) => number)?.number || '',
      areaMm2,
      statedMm2,
      certainty: named.size > 1 ? SEVERAL_NAMES : certaintyOf(areaMm2, statedMm2, label !== undefined),
    }
  })
}

/** Whether a place lies in a wall's body, its ends included. */
function isWithin(wall: Wall, p: Point): boolean {
  const half = wall.thicknessMm / 2
  const s = alongOf(wall, p)
  return s > -half && s < distance(wall.start, wall.end) + half && Math.abs(asideOf(wall, p)) < half
}

/** An area that is printed and found alike makes a room sure; one that differs casts doubt on its walls. */
function certaintyOf(areaMm2: number, statedMm2: number | null, labelled: boolean): number {
  if (statedMm2 === null) return labelled ? 0.8 : 0.6
  const off = Math.abs(areaMm2 / statedMm2 - 1)
  if (!isAreaApart(areaMm2, statedMm2)) return 0.98
  return off >= DIFFERENT_AREA ? 0.35 : 0.7
}

/** Where several names stand in one room, a wall between them is missing. */
const SEVERAL_NAMES = 0.3

/** Places on both sides of a wall. */
function besideWall({ start, end, thicknessMm }: Wall): Point[] {
  const u = unit(subtract(end, start))
  if (!u) return []
  const aside = scale(leftOf(u), thicknessMm / 2 + BESIDE_MM)
  const parts = distance(start, end) > 2000 ? [0.2, 0.5, 0.8] : [0.5]
  return parts.flatMap((part) => {
    const p = along(start, end, part)
    return [add(p, aside), subtract(p, aside)]
  })
}
