import RBush from 'rbush'
import type { BuiltLevel, BuiltRoom, BuiltWall } from '../../building/building'
import { type Box, boxOf, grow } from '../../geometry/box'
import { distanceTo } from '../../geometry/piece/measure'
import { segment } from '../../geometry/piece/piece'
import { area, doubleArea, isInside } from '../../geometry/polygon'
import { meetsLineAt } from '../../geometry/segment'
import { cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import { faceOffsets } from '../../model/wall/geometry'
import { alongOf, tracedPiece, wallLengthMm, wallPlace } from '../../model/wall/line'

/** An edge of a room's outline, the room to its left. */
export interface OutlineEdge {
  readonly from: Point
  readonly to: Point
  /** The wall in whose middle it runs; null along a separator, or where a column stands. */
  readonly wall: BuiltWall | null
  /** Whether nothing but a line parts what lies on both sides. */
  readonly open: boolean
}

/** A room as load programs see it: its rings run in the middle of its walls, the outer one anticlockwise, holes clockwise. */
export interface RoomOutline {
  readonly room: BuiltRoom
  readonly rings: readonly (readonly OutlineEdge[])[]
}

/** Faces and edges are the same where they differ by less. */
const SAME_MM = 0.5
/** Sines below this: lines that run on. */
const PARALLEL = 1e-3
/** An edge runs along a wall where the sine between them is below this; else it is the end of one. */
const ALONG_WALL = 0.05

/** What may bound the rooms of a storey, found by place. */
export interface Bounds {
  readonly separators: BuiltLevel['separators']
  wallsAt(p: Point): readonly BuiltWall[]
}

/** How far off its outline a wall is looked for. */
const REACH_MM = 5

export function boundsOf({ walls, separators }: Pick<BuiltLevel, 'walls' | 'separators'>): Bounds {
  const tree = new RBush<Box & { readonly built: BuiltWall }>().load(
    walls.map((built) => ({ ...grow(boxOf(built.outline), REACH_MM), built })),
  )
  return { separators, wallsAt: (p) => tree.search(boxOf([p])).map(({ built }) => built) }
}

/** An edge with how far it moves outwards. */
interface Moved extends OutlineEdge {
  readonly along: Point
  readonly outMm: number
}

/** The outline of a room in the middle of its walls; along its faces where that gives no sound ring. */
export function outlineOf(room: BuiltRoom, level: Bounds): RoomOutline | null {
  const { boundary } = room
  if (!boundary) return null
  // A column that stands free takes no room from the air.
  const holes = boundary.islands
    .map((ring) => [...ring].reverse())
    .filter((ring) => edgesOf(ring, room, level).some(({ wall }) => wall !== null))
  const rings = [boundary.ring, ...holes].map((ring) => {
    const edges = edgesOf(ring, room, level)
    const moved = movedRing(edges)
    return isSound(moved, doubleArea(ring)) ? moved : edges
  })
  return { room, rings }
}

function edgesOf(ring: readonly Point[], { boundary }: BuiltRoom, { wallsAt, separators }: Bounds): Moved[] {
  return ring.flatMap((from, i): Moved[] => {
    const to = ring[(i + 1) % ring.length]!
    const along = unit(subtract(to, from))
    if (!along || distance(from, to) < SAME_MM) return []
    const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
    const wall = wallsAt(middle).find((each) => runsAlong(each, middle, along)) ?? null
    const out = scale(leftOf(along), -1)
    const thick = wall?.wall.thicknessMm ?? 0
    const beyond = { x: middle.x + out.x * (thick + 2), y: middle.y + out.y * (thick + 2) }
    // A wall that ends in the room has the room on both sides: nothing is parted there.
    const ends =
      wall !== null && isInside(boundary!.ring, beyond) && boundary!.islands.every((hole) => !isInside(hole, beyond))
    const open = !wall && separators.some((each) => distanceTo(segment(each.start, each.end), middle) < SAME_MM)
    return [{ from, to, wall: ends ? null : wall, open, along, outMm: ends ? 0 : thick / 2 }]
  })
}

/** Whether a place lies on one of the long faces of a wall, and a direction runs along it. */
function runsAlong({ wall }: BuiltWall, at: Point, along: Point): boolean {
  const t = alongOf(wall, at)
  const place = wallPlace(wall, Math.max(0, Math.min(wallLengthMm(wall), t)))
  if (!place || Math.abs(cross(place.along, along)) > ALONG_WALL) return false
  const { leftMm, rightMm } = faceOffsets(wall)
  const reach = 2 * wall.thicknessMm
  if (t < -reach || t > wallLengthMm(wall) + reach) return false
  const aside = tracedPiece(wall).kind === 'arc' ? asideOfArc(wall, at) : dot(subtract(at, wall.start), place.left)
  return [leftMm, rightMm].some((face) => Math.abs(aside - face) < ON_FACE_MM)
}

/** Chords of half a degree leave a round face by a little. */
const ON_FACE_MM = 2

function asideOfArc(wall: BuiltWall['wall'], at: Point): number {
  const piece = tracedPiece(wall)
  return piece.kind === 'arc' ? Math.sign(piece.sweepRad) * (piece.radius - distance(at, piece.center)) : 0
}

/** The ring whose edges have moved outwards, each meeting the next. */
function movedRing(edges: readonly Moved[]): OutlineEdge[] {
  const lines = edges.map((edge) => {
    const out = scale(leftOf(edge.along), -edge.outMm)
    const shift = (p: Point): Point => ({ x: p.x + out.x, y: p.y + out.y })
    return { ...edge, from: shift(edge.from), to: shift(edge.to) }
  })
  /** Where one line gives way to the next: one place, or two where they run on beside one another. */
  const meets = lines.map((line, i): readonly [Point, Point] => {
    const next = lines[(i + 1) % lines.length]!
    if (Math.abs(cross(line.along, next.along)) > PARALLEL) {
      const t = meetsLineAt(line.from, line.along, next.from, next.along)
      const at = { x: line.from.x + line.along.x * t, y: line.from.y + line.along.y * t }
      return [at, at]
    }
    return [line.to, next.from]
  })
  return lines.flatMap((line, i): OutlineEdge[] => {
    const [, from] = meets[(i + lines.length - 1) % lines.length]!
    const [to, then] = meets[i]!
    const own: OutlineEdge = { from, to, wall: line.wall, open: line.open }
    const step: OutlineEdge = { from: to, to: then, wall: line.wall, open: line.open }
    return [own, step].filter((edge) => distance(edge.from, edge.to) > SAME_MM)
  })
}

/** Whether a moved ring still goes round the same way, covers about as much or more, and does not cross itself. */
function isSound(edges: readonly OutlineEdge[], formerDoubleArea: number): boolean {
  if (edges.length < 3) return false
  const ring = edges.map(({ from }) => from)
  const now = doubleArea(ring)
  if (Math.sign(now) !== Math.sign(formerDoubleArea) || area(ring) < Math.abs(formerDoubleArea) / 4) return false
  return edges.every((edge, i) =>
    edges.slice(i + 2).every((other, k) => (i === 0 && k === edges.length - 3) || !crosses(edge, other)),
  )
}

function crosses(a: OutlineEdge, b: OutlineEdge): boolean {
  const side = (e: OutlineEdge, p: Point) => cross(subtract(e.to, e.from), subtract(p, e.from))
  return side(a, b.from) * side(a, b.to) < 0 && side(b, a.from) * side(b, a.to) < 0
}
