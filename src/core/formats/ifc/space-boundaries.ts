import type { RoomSide } from '../../building/building'
import { distance, middle, type Point } from '../../geometry/vector'
import { alongOf } from '../../model/wall/line'
import { type Ref, Word } from '../step/part21'
import type { WrittenSpace } from './spaces'
import type { WrittenWall } from './walls'
import { type IfcWriter, within } from './writer'

/**
 * What bounds each room (IfcRelSpaceBoundary2ndLevel): the faces of its walls, each with the room on its other side, and
 * in them the doors and windows. Rectangles in the space of the room.
 */
export function writeSpaceBoundaries(
  file: IfcWriter,
  spaces: readonly WrittenSpace[],
  walls: ReadonlyMap<string, WrittenWall>,
): void {
  const ids = new Set(spaces.map(({ room }) => room.space.id))
  const faces = new Faces()
  for (const each of spaces)
    each.room.sides.forEach((side, i) => {
      const wall = walls.get(side.wall.wall.id)
      if (!wall) return
      const inner = side.other !== null && ids.has(side.other)
      const { footMm, heightMm, space } = each.room
      const whole = bound(
        file,
        each,
        ['side', space.id, String(i)],
        side,
        wall.ref,
        inner,
        { parent: null, corresponding: faces.opposite(side, space.id) },
        { from: 0, to: distance(side.from, side.to), foot: 0, head: heightMm },
      )
      if (inner) faces.add(side, space.id, whole)
      for (const { opening, place, footMm: sill } of side.openings) {
        const filled = wall.openings.get(opening.id)
        if (!filled) continue
        const along = alongOf({ start: side.from, end: side.to }, place.middle)
        bound(
          file,
          each,
          ['side', space.id, String(i), opening.id],
          side,
          filled,
          inner,
          { parent: whole, corresponding: null },
          {
            from: along - opening.widthMm / 2,
            to: along + opening.widthMm / 2,
            foot: Math.max(0, sill - footMm),
            head: Math.min(heightMm, sill - footMm + opening.heightMm),
          },
        )
      }
    })
}

/** Faces of walls between two rooms that are written already, so that the one on the other side finds them. */
class Faces {
  private readonly known = new Map<string, { readonly middle: Point; readonly ref: Ref }[]>()

  add({ wall, from, to, other }: RoomSide, roomId: string, ref: Ref): void {
    const key = `${wall.wall.id} ${roomId} ${other}`
    this.known.set(key, [...(this.known.get(key) ?? []), { middle: middle(from, to), ref }])
  }

  /** The face on the other side of the wall; of several the nearest. */
  opposite({ wall, from, to, other }: RoomSide, roomId: string): Ref | null {
    const at = middle(from, to)
    const found = this.known.get(`${wall.wall.id} ${other} ${roomId}`) ?? []
    const sorted = [...found].sort((a, b) => distance(a.middle, at) - distance(b.middle, at))
    return sorted[0]?.ref ?? null
  }
}

/** A rectangle on a face: along it and upwards from the foot of the room. */
interface Patch {
  readonly from: number
  readonly to: number
  readonly foot: number
  readonly head: number
}

function bound(
  file: IfcWriter,
  { ref: space, stand }: WrittenSpace,
  id: readonly string[],
  { from, to }: RoomSide,
  element: Ref,
  inner: boolean,
  { parent, corresponding }: { readonly parent: Ref | null; readonly corresponding: Ref | null },
  patch: Patch,
): Ref {
  const { data } = file
  const [start, end] = [within(stand, from), within(stand, to)]
  const size = distance(start, end)
  const along: Point = { x: (end.x - start.x) / size, y: (end.y - start.y) / size }
  // Out of the room: it lies to the left of its edge.
  const out = { x: along.y, y: -along.x, z: 0 }
  // In the plane x runs back along the edge and y upwards, so that it faces outwards.
  const plane = data.add('IFCPLANE', file.turned({ ...end, z: 0 }, out, { x: -along.x, y: -along.y, z: 0 }))
  const corners = (
    [
      [size - patch.to, patch.foot],
      [size - patch.from, patch.foot],
      [size - patch.from, patch.head],
      [size - patch.to, patch.head],
    ] as const
  ).map(([x, y]) => file.point2(x, y))
  const outline = data.add('IFCPOLYLINE', [...corners, corners[0]!])
  const surface = data.add('IFCCURVEBOUNDEDPLANE', plane, outline, [])
  return file.relation2(
    'IFCRELSPACEBOUNDARY2NDLEVEL',
    file.guid(...id),
    '2ndLevel',
    '2a',
    space,
    element,
    data.add('IFCCONNECTIONSURFACEGEOMETRY', surface, undefined),
    new Word('PHYSICAL'),
    new Word(inner ? 'INTERNAL' : 'EXTERNAL'),
    parent ?? undefined,
    corresponding ?? undefined,
  )
}
