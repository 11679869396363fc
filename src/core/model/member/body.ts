import earcut from 'earcut'
import { flatRing } from '../../draft/chain'
import { doubleArea } from '../../geometry/polygon'
import { type Cuboid, dot3, type HalfSpace, subtract3, type Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { convexRings } from '../../sections/convex-rings'
import { propertiesOf } from '../../sections/properties'
import { outlineOf, type SectionShape, sizeOf } from '../../sections/shape'
import { besides, type ConvexSolid, volumeOf } from '../../solid/convex'
import type { ProjectRecord } from '../registry'
import { cutAlong, type EndCut, endsOf, otherOf } from './ends'
import { type PlacedMember, placeAlong, placedMember } from './placing'
import type { Member } from './schema'

/** A member with its ends fitted. */
export interface MemberBody {
  readonly placed: PlacedMember
  readonly start: EndCut
  readonly end: EndCut
  /** From the first to the last place of it, along its axis: what it is cut from. */
  readonly lengthMm: number
  /** Where that begins, along the axis from the start of the traced line. */
  readonly fromMm: number
  readonly volumeMm3: number
}

/** Chords of a section's curves leave it by no more than this, and by no more than this part of its smaller side. */
const FLAT_MM = 0.3
const FLAT_PART = 1 / 300

const rings = new WeakMap<SectionShape, readonly (readonly Point[])[]>()

/** Outline and holes of a section as rings, curves as chords; the outline anticlockwise, holes clockwise. */
export function ringsOfSection(shape: SectionShape): readonly (readonly Point[])[] {
  const known = rings.get(shape)
  if (known) return known
  const { widthMm, heightMm } = sizeOf(shape)
  const flat = Math.min(FLAT_MM, Math.min(widthMm, heightMm) * FLAT_PART)
  const made = outlineOf(shape).map((chain, i) => {
    const ring = flatRing(chain, flat)
    return doubleArea(ring) > 0 === (i === 0) ? ring : [...ring].reverse()
  })
  rings.set(shape, made)
  return made
}

const triangles = new WeakMap<SectionShape, readonly (readonly [Point, Point, Point])[]>()

/** A section as triangles, anticlockwise. */
export function trianglesOfSection(shape: SectionShape): readonly (readonly [Point, Point, Point])[] {
  const known = triangles.get(shape)
  if (known) return known
  const all = ringsOfSection(shape)
  const points = all.flat()
  const holes = all.slice(1).map((_, i) => all.slice(0, i + 1).reduce((sum, ring) => sum + ring.length, 0))
  const found = earcut(
    points.flatMap(({ x, y }) => [x, y]),
    holes,
  )
  const made = Array.from({ length: found.length / 3 }, (_, i): readonly [Point, Point, Point] => {
    const [a, b, c] = [points[found[3 * i]!]!, points[found[3 * i + 1]!]!, points[found[3 * i + 2]!]!]
    return doubleArea([a, b, c]) > 0 ? [a, b, c] : [a, c, b]
  })
  triangles.set(shape, made)
  return made
}

/** The prism over a convex ring, anticlockwise, between two planes that cut its upright edges. */
function prismBetween(ring: readonly Point[], from: HalfSpace, to: HalfSpace): ConvexSolid {
  const at =
    ({ at: on, out }: HalfSpace) =>
    ({ x, y }: Point): Vector3 => ({
      x,
      y,
      z: (dot3(on, out) - x * out.x - y * out.y) / out.z,
    })
  const [foot, top] = [ring.map(at(from)), ring.map(at(to))]
  const sides = ring.map((_, i) => {
    const j = (i + 1) % ring.length
    return [foot[i]!, foot[j]!, top[j]!, top[i]!]
  })
  return [[...foot].reverse(), top, ...sides]
}

/** Whether right, up and along turn like x, y and z. */
function isRightHanded({ across, up, along }: PlacedMember): boolean {
  const turn = {
    x: across.y * up.z - across.z * up.y,
    y: across.z * up.x - across.x * up.z,
    z: across.x * up.y - across.y * up.x,
  }
  return dot3(turn, along) > 0
}

type Cut = Pick<MemberBody, 'placed' | 'start' | 'end'>

/** How finely sections are followed: with their fillets, or as few parts as tell what they are. */
export type Fineness = 'fine' | 'coarse'

/** A body in convex parts. */
export function convexParts(cut: Cut, fineness: Fineness = 'fine'): ConvexSolid[] {
  const { placed } = cut
  const ahead = isRightHanded(placed)
  return notchedParts(cut, fineness).parts.map((part) =>
    part.map((face) => {
      const there = face.map(({ x, y, z }) => placeAlong(placed, { x, y }, z))
      // Seen from the start along runs away: only a mirrored section turns like x, y and z.
      return ahead ? there : there.reverse()
    }),
  )
}

/** A body in its own space: across, up and along from the middle of its section at the start. */
interface NotchedParts {
  readonly parts: readonly ConvexSolid[]
  readonly volumeMm3: number
  /** From where to where along its axis it reaches. */
  readonly fromMm: number
  readonly toMm: number
}

/** Members that are notched alike are worked out once. */
const alike = new Map<string, NotchedParts>()
/** So many kinds are kept: more than a building has. */
const MOST_KINDS = 2000

function notchedParts({ placed, start, end }: Cut, fineness: Fineness): NotchedParts {
  const local = (place: Vector3): Vector3 => localDirection(placed, subtract3(place, placed.origin))
  const plane = ({ at, out }: HalfSpace): HalfSpace => ({ at: local(at), out: localDirection(placed, out) })
  const notch = ({ middle, axes, halves }: Cuboid): Cuboid => ({
    middle: local(middle),
    axes: axes.map((axis) => localDirection(placed, axis)) as unknown as Cuboid['axes'],
    halves,
  })
  const [from, to] = [plane(start.plane), plane(end.plane)]
  const notches = [...start.notches, ...end.notches].map(notch)
  const key = keyOf(fineness, placed.section.shape, from, to, notches)
  const known = alike.get(key)
  if (known) return known
  const { shape } = placed.section
  const rings: readonly (readonly Point[])[] = fineness === 'fine' ? trianglesOfSection(shape) : convexRings(shape)
  const parts = rings.flatMap((ring) =>
    notches.reduce<ConvexSolid[]>(
      (rest, each) => rest.flatMap((part) => besides(part, each)),
      [prismBetween(ring, from, to)],
    ),
  )
  const made = {
    parts,
    volumeMm3: parts.reduce((sum, part) => sum + volumeOf(part), 0),
    ...reachOf(parts.flatMap((part) => part.flatMap((face) => face.map(({ z }) => z)))),
  }
  if (alike.size >= MOST_KINDS) alike.clear()
  alike.set(key, made)
  return made
}

const shapeKeys = new WeakMap<SectionShape, string>()

/** Names a kind of notched body: what has the same name is the same to a millionth of a millimetre. */
function keyOf(
  fineness: Fineness,
  shape: SectionShape,
  from: HalfSpace,
  to: HalfSpace,
  notches: readonly Cuboid[],
): string {
  const named = shapeKeys.get(shape) ?? JSON.stringify(shape)
  shapeKeys.set(shape, named)
  let key = `${fineness} ${named}`
  const add = ({ x, y, z }: Vector3) => {
    key += ` ${Math.round(x * 1e6)} ${Math.round(y * 1e6)} ${Math.round(z * 1e6)}`
  }
  for (const { at, out } of [from, to]) [at, out].forEach(add)
  for (const { middle, axes, halves } of notches) {
    const [x, y, z] = halves
    ;[middle, ...axes, { x, y, z }].forEach(add)
  }
  return key
}

function reachOf(places: readonly number[]): { fromMm: number; toMm: number } {
  let [fromMm, toMm] = [Infinity, -Infinity]
  for (const each of places) {
    if (each < fromMm) fromMm = each
    if (each > toMm) toMm = each
  }
  return { fromMm, toMm }
}

/** A direction as it runs across, up and along a member. */
const localDirection = ({ across, up, along }: PlacedMember, d: Vector3): Vector3 => ({
  x: dot3(d, across),
  y: dot3(d, up),
  z: dot3(d, along),
})

/** What a body was worked out from, for as long as none of that changes. */
const kept = new WeakMap<Member, { readonly from: readonly unknown[]; readonly body: MemberBody | null }>()

/** A member as it is cut; null where nothing is left of it. */
export function bodyOf(member: Member, records: ReadonlyMap<string, ProjectRecord>): MemberBody | null {
  const placed = placedMember(member, records)
  if (!placed) return null
  const from = [placed, ...[member.startJoint, member.endJoint].map((joint) => joint && otherOf(joint, records))]
  const known = kept.get(member)
  if (known?.from.every((each, i) => each === from[i])) return known.body
  const body = cutBody(placed, records)
  kept.set(member, { from, body })
  return body
}

/** Planes that are square to a member within rounding. */
const SQUARE = 1 - 1e-14

function cutBody(placed: PlacedMember, records: ReadonlyMap<string, ProjectRecord>): MemberBody | null {
  const { start, end } = endsOf(placed, records)
  // Most ends are square: one place of the section tells all.
  const isSquare = ({ plane }: EndCut) => Math.abs(dot3(plane.out, placed.along)) > SQUARE
  const outline = isSquare(start) && isSquare(end) ? [{ x: 0, y: 0 }] : ringsOfSection(placed.section.shape)[0]!
  const starts = outline.map((p) => cutAlong(placed, start.plane, p))
  const ends = outline.map((p) => cutAlong(placed, end.plane, p))
  if (!outline.every((_, i) => ends[i]! > starts[i]!)) return null
  const { areaMm2, centroid } = propertiesOf(placed.section.shape)
  const wholeMm3 = areaMm2 * (cutAlong(placed, end.plane, centroid) - cutAlong(placed, start.plane, centroid))
  const notch = notchedAway({ placed, start, end })
  const { fromMm, toMm } = notch ?? reachOf([...starts, ...ends])
  if (!Number.isFinite(toMm - fromMm)) return null
  return { placed, start, end, fromMm, lengthMm: toMm - fromMm, volumeMm3: wholeMm3 - (notch?.volumeMm3 ?? 0) }
}

/** What the triangles of a section hold between both end cuts. */
function wholeOfTriangles({ placed, start, end }: Cut): number {
  return trianglesOfSection(placed.section.shape).reduce((sum, [a, b, c]) => {
    const middle = { x: (a.x + b.x + c.x) / 3, y: (a.y + b.y + c.y) / 3 }
    const lengthMm = cutAlong(placed, end.plane, middle) - cutAlong(placed, start.plane, middle)
    return sum + (doubleArea([a, b, c]) / 2) * lengthMm
  }, 0)
}

/** What notches take from a member, and how far along its axis what is left reaches; null where it has none. */
function notchedAway(body: Cut): Omit<NotchedParts, 'parts'> | null {
  if (body.start.notches.length + body.end.notches.length === 0) return null
  const { volumeMm3, fromMm, toMm } = notchedParts(body, 'fine')
  return { volumeMm3: wholeOfTriangles(body) - volumeMm3, fromMm, toMm }
}

/** Corners of the outline at both ends, for drawing. */
export function endRings({ placed, start, end }: MemberBody): { readonly start: Vector3[]; readonly end: Vector3[] } {
  const outline = cornersOfSection(placed.section.shape)
  return {
    start: outline.map((p) => placeAlong(placed, p, cutAlong(placed, start.plane, p))),
    end: outline.map((p) => placeAlong(placed, p, cutAlong(placed, end.plane, p))),
  }
}

/** Drawn circles leave theirs by no more than this part of their diameter. */
const DRAWN_PART = 1 / 100

const corners = new WeakMap<SectionShape, readonly Point[]>()

/** The outline with few corners, for drawing: fillets left sharp, circles by chords. */
export function cornersOfSection(shape: SectionShape): readonly Point[] {
  const known = corners.get(shape)
  if (known) return known
  const { widthMm, heightMm } = sizeOf(shape)
  const made = flatRing(outlineOf(sharp(shape))[0], Math.min(widthMm, heightMm) * DRAWN_PART)
  corners.set(shape, made)
  return made
}

function sharp(shape: SectionShape): SectionShape {
  switch (shape.form) {
    case 'i':
      return { ...shape, rootMm: 0 }
    case 'channel':
    case 'angle':
      return { ...shape, rootMm: 0, toeMm: 0 }
    case 'box':
      return { ...shape, outerMm: 0, innerMm: 0 }
    default:
      return shape
  }
}
