import RBush from 'rbush'
import type { Building, BuiltOpening, BuiltRoom, BuiltWall } from '../../building/building'
import { type Box, boxOf, grow } from '../../geometry/box'
import type { Vector3 } from '../../geometry/space'
import { distance, type Point, subtract, unit } from '../../geometry/vector'
import { alongOf } from '../../model/wall/line'
import { boundsOf, type OutlineEdge, outlineOf, type RoomOutline } from './outlines'
import { common, type Outlined, without, withoutHoles } from './regions'

/** A surface of one room, or between two: seen from the first one its loop runs clockwise, so that it faces outwards. */
export interface RoomSurface {
  readonly type:
    | 'InteriorWall'
    | 'ExteriorWall'
    | 'UndergroundWall'
    | 'Air'
    | 'InteriorFloor'
    | 'SlabOnGrade'
    | 'UndergroundSlab'
    | 'ExposedFloor'
    | 'Roof'
  /** Ids of one or two rooms. */
  readonly rooms: readonly string[]
  readonly loop: readonly Vector3[]
  readonly wall: BuiltWall | null
  /** Of an upright one: its lower edge, the first room to its left. */
  readonly edge: { readonly from: Point; readonly to: Point; readonly footMm: number; readonly headMm: number } | null
  readonly openings: readonly BuiltOpening[]
}

/** A room with the heights between which it is closed. */
interface Cell extends RoomOutline {
  readonly id: string
  readonly footMm: number
  readonly headMm: number
  /** Which walls of its storey part inside from outside. */
  readonly external: ReadonlyMap<string, boolean>
}

/** Places nearer than this are one. */
const SAME_MM = 0.5

/**
 * Surfaces that close every room: upright ones in the middle of walls, each given once; floors between two rooms once,
 * with the room below first. A room reaches to the storey above, where that is not far above its own height.
 */
export function surfacesOf({ levels }: Building): RoomSurface[] {
  const cells = levels.map((storey) => {
    const { rooms, level, heightMm } = storey
    const bounds = boundsOf(storey)
    return rooms.flatMap((room): Cell[] => {
      const outline = outlineOf(room, bounds)
      if (!outline) return []
      const headMm = room.footMm + headOver(room, heightMm)
      return [{ ...outline, id: room.space.id, footMm: level.elevationMm, headMm, external: storey.external }]
    })
  })
  const all = cells.flat()
  const lowest = Math.min(...all.map(({ footMm }) => footMm))
  return conforming([...cells.flatMap(uprightSurfaces), ...levelSurfaces(all, lowest)])
}

/** A clear height that leaves room for a ceiling alone reaches to the next storey; a higher one stays. */
const headOver = ({ heightMm }: BuiltRoom, storeyMm: number): number =>
  heightMm > storeyMm / 2 ? Math.max(heightMm, storeyMm) : heightMm

/** The walls of the rooms of one storey. */
function uprightSurfaces(cells: readonly Cell[]): RoomSurface[] {
  const edges = cells.flatMap((cell) => cell.rings.flat().map((edge) => ({ cell, edge })))
  const corners = new RBush<Box & { readonly at: Point }>().load(
    edges.map(({ edge: { from } }) => ({ ...boxOf([from]), at: from })),
  )
  // Edges are cut wherever another outline has a corner on them, so that what two rooms share is the same piece.
  const pieces = edges.flatMap(({ cell, edge }) => cutAt(edge, corners).map((piece) => ({ cell, piece })))
  const index = new RBush<Box & { readonly cell: Cell; readonly piece: OutlineEdge }>().load(
    pieces.map(({ cell, piece }) => ({ ...boxOf([middleOf(piece)]), cell, piece })),
  )
  return pieces.flatMap(({ cell, piece }): RoomSurface[] => {
    const other = index
      .search(grow(boxOf([middleOf(piece)]), SAME_MM))
      .find(
        (each) =>
          each.cell !== cell &&
          distance(each.piece.from, piece.to) < 2 * SAME_MM &&
          distance(each.piece.to, piece.from) < 2 * SAME_MM,
      )
    const { footMm, headMm, id } = cell
    if (!other) return upright(cell, piece, [id], footMm, headMm)
    const [foot, head] = [Math.max(footMm, other.cell.footMm), Math.min(headMm, other.cell.headMm)]
    return [
      // Of two rooms the one with the lower id gives what they share.
      ...(id < other.cell.id ? upright(cell, piece, [id, other.cell.id], foot, head) : []),
      ...(headMm > head ? upright(cell, piece, [id], head, headMm) : []),
      ...(footMm < foot ? upright(cell, piece, [id], footMm, foot) : []),
    ]
  })
}

const middleOf = ({ from, to }: OutlineEdge): Point => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 })

function cutAt(edge: OutlineEdge, corners: RBush<Box & { readonly at: Point }>): OutlineEdge[] {
  const size = distance(edge.from, edge.to)
  const along = unit(subtract(edge.to, edge.from))
  if (!along) return []
  const cuts = corners
    .search(grow(boxOf([edge.from, edge.to]), SAME_MM))
    .map(({ at }) => {
      const from = subtract(at, edge.from)
      return { at, t: from.x * along.x + from.y * along.y, aside: Math.abs(from.x * along.y - from.y * along.x) }
    })
    .filter(({ t, aside }) => aside < SAME_MM && t > SAME_MM && t < size - SAME_MM)
    .sort((a, b) => a.t - b.t)
    .filter(({ t }, i, sorted) => i === 0 || t - sorted[i - 1]!.t > SAME_MM)
  const places = [edge.from, ...cuts.map(({ at }) => at), edge.to]
  return places.slice(1).map((to, i) => ({ ...edge, from: places[i]!, to }))
}

/** A rectangle over an edge; with the room to the left of that it faces outwards. */
export const overEdge = (from: Point, to: Point, footMm: number, headMm: number): Vector3[] => [
  { ...from, z: footMm },
  { ...to, z: footMm },
  { ...to, z: headMm },
  { ...from, z: headMm },
]

function upright(
  { external }: Cell,
  { from, to, wall, open }: OutlineEdge,
  rooms: readonly string[],
  footMm: number,
  headMm: number,
): RoomSurface[] {
  if (headMm - footMm < SAME_MM) return []
  const type = open
    ? 'Air'
    : rooms.length > 1 || isWithin(wall, external)
      ? 'InteriorWall'
      : headMm <= 0
        ? 'UndergroundWall'
        : 'ExteriorWall'
  const size = distance(from, to)
  const openings = (wall?.openings ?? []).filter(({ place, footMm: foot, opening }) => {
    const t = alongOf({ start: from, end: to }, place.middle)
    return t > 0 && t < size && foot + opening.heightMm / 2 > footMm && foot + opening.heightMm / 2 < headMm
  })
  return [
    {
      type,
      rooms,
      loop: overEdge(from, to, footMm, headMm),
      wall,
      edge: { from, to, footMm, headMm },
      openings,
    },
  ]
}

/** Whether the far side is inside too: of a wall with unnamed rooms beyond, and of the sides of columns. */
const isWithin = (wall: BuiltWall | null, external: ReadonlyMap<string, boolean>): boolean =>
  wall === null || external.get(wall.wall.id) === false

/** Floors and roofs of all rooms. */
function levelSurfaces(cells: readonly Cell[], lowestMm: number): RoomSurface[] {
  const index = new RBush<Box & { readonly cell: Cell }>().load(cells.map((cell) => ({ ...boxOfCell(cell), cell })))
  return cells.flatMap((cell) => {
    const zero = cell.rings[0]![0]!.from
    const region = (each: RoomOutline) => each.rings.map((ring) => ring.map(({ from }) => subtract(from, zero)))
    const own = region(cell)
    const near = index.search(boxOfCell(cell)).map((each) => each.cell)
    const above = near.filter((other) => Math.abs(other.footMm - cell.headMm) < 1)
    const below = near.filter((other) => Math.abs(other.headMm - cell.footMm) < 1)
    const flat = (region: readonly Outlined[], zMm: number, type: RoomSurface['type'], ...rooms: string[]) =>
      region.flatMap(withoutHoles).map(
        (ring): RoomSurface => ({
          type,
          rooms,
          loop: ring.map(({ x, y }) => ({ x: x + zero.x, y: y + zero.y, z: zMm })),
          wall: null,
          edge: null,
          openings: [],
        }),
      )
    const shared = above.flatMap((other) =>
      flat(common(own, region(other)), cell.headMm, 'InteriorFloor', cell.id, other.id),
    )
    const ground =
      cell.footMm <= lowestMm + 1 ? (cell.footMm < DEEP_MM ? 'UndergroundSlab' : 'SlabOnGrade') : 'ExposedFloor'
    const floors = flat(without(own, below.flatMap(region)), cell.footMm, ground, cell.id).map((surface) => ({
      ...surface,
      loop: [...surface.loop].reverse(),
    }))
    return [...shared, ...flat(without(own, above.flatMap(region)), cell.headMm, 'Roof', cell.id), ...floors]
  })
}

const boxOfCell = ({ rings }: Cell): Box => boxOf(rings[0]!.map(({ from }) => from))

/** A lowest floor deeper than this lies in the ground. */
const DEEP_MM = -1000

/** Every loop has a corner wherever another one has a corner on its edge: surfaces meet corner to corner. */
function conforming(surfaces: readonly RoomSurface[]): RoomSurface[] {
  const corners = new RBush<Box & { readonly at: Vector3 }>().load(
    surfaces.flatMap(({ loop }) => loop.map((at) => ({ ...boxOf([at]), at }))),
  )
  const between = (a: Vector3, b: Vector3): Vector3[] => {
    const d = { x: b.x - a.x, y: b.y - a.y, z: b.z - a.z }
    const size = Math.hypot(d.x, d.y, d.z)
    const found = corners
      .search(grow(boxOf([a, b]), SAME_MM))
      .map(({ at }) => {
        const from = { x: at.x - a.x, y: at.y - a.y, z: at.z - a.z }
        const t = (from.x * d.x + from.y * d.y + from.z * d.z) / size
        const off = Math.hypot(from.x - (d.x * t) / size, from.y - (d.y * t) / size, from.z - (d.z * t) / size)
        return { at, t, off }
      })
      .filter(({ t, off }) => off < SAME_MM && t > SAME_MM && t < size - SAME_MM)
      .sort((one, other) => one.t - other.t)
    return found.filter(({ t }, i) => i === 0 || t - found[i - 1]!.t > SAME_MM).map(({ at }) => at)
  }
  return surfaces.map((surface) => ({
    ...surface,
    loop: surface.loop.flatMap((a, i) => [a, ...between(a, surface.loop[(i + 1) % surface.loop.length]!)]),
  }))
}
