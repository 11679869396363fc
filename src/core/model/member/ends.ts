import {
  add3,
  beyond,
  type Cuboid,
  dot3,
  type HalfSpace,
  scale3,
  subtract3,
  unit3,
  type Vector3,
} from '../../geometry/space'
import { type SectionShape, sizeOf } from '../../sections/shape'
import type { ProjectRecord } from '../registry'
import { type PlacedMember, placeAlong, placedMember } from './placing'
import type { Joint, MemberEnd } from './schema'

/** How an end of a member is cut. */
export interface EndCut {
  /** What lies outside of it is cut off. */
  readonly plane: HalfSpace
  /** What else is cut out, where the end is notched around another member. */
  readonly notches: readonly Cuboid[]
  /** Why the end could not be fitted as asked; it is cut square then. */
  readonly problem?: string
}

const outward = ({ along }: PlacedMember, end: MemberEnd): Vector3 => (end === 'end' ? along : scale3(along, -1))

/** The end of the traced line, cut square. */
const squareAt = (placed: PlacedMember, end: MemberEnd): HalfSpace => ({
  at: end === 'end' ? placed.end : placed.start,
  out: outward(placed, end),
})

/** Lines that run more alike than this never meet. */
const ALIKE = 0.02

/** A face of a member: the plane in which it lies, its direction out of the member. */
function faceTowards(other: PlacedMember, towards: Vector3, comer: SectionShape): HalfSpace | null {
  const { widthMm, heightMm } = sizeOf(other.section.shape)
  const [across, up] = [dot3(towards, other.across), dot3(towards, other.up)]
  if (Math.max(Math.abs(across), Math.abs(up)) < ALIKE) return null
  const sideways = Math.abs(across) > Math.abs(up)
  const axis = sideways ? other.across : other.up
  const way = (sideways ? across : up) > 0 ? 1 : -1
  const out = scale3(axis, way)
  const awayMm = sideways ? (webFace(other.section.shape, way, comer) ?? widthMm / 2) : heightMm / 2
  return { at: add3(other.origin, scale3(out, awayMm)), out }
}

/** How far from the middle the web of an open section lies on one side, where what comes fits between the flanges. */
function webFace(shape: SectionShape, way: number, comer: SectionShape): number | null {
  if (shape.form !== 'i' && shape.form !== 'channel') return null
  const clearMm = shape.heightMm - 2 * shape.flangeMm
  if (Math.min(sizeOf(comer).heightMm, sizeOf(comer).widthMm) > clearMm) return null
  return innerFace(shape, way)
}

/** How far from the middle the web lies on one side. */
function innerFace(shape: Extract<SectionShape, { form: 'i' | 'channel' }>, way: number): number {
  if (shape.form === 'i') return shape.webMm / 2
  return way > 0 ? shape.webMm - shape.widthMm / 2 : shape.widthMm / 2
}

/** Corners of a section's box, from its middle. */
function boxCorners(shape: SectionShape) {
  const { widthMm, heightMm } = sizeOf(shape)
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([x, y]) => ({ x: (x! * widthMm) / 2, y: (y! * heightMm) / 2 }))
}

/** How far along a member, from its start, a plane cuts the line through a place of its section. */
export function cutAlong(
  placed: PlacedMember,
  plane: HalfSpace,
  at: { readonly x: number; readonly y: number },
): number {
  return -beyond(plane, placeAlong(placed, at)) / dot3(placed.along, plane.out)
}

/** Square to itself, short of another's face by a gap: no corner comes nearer. */
function squareShort(placed: PlacedMember, end: MemberEnd, face: HalfSpace): HalfSpace {
  const reach = boxCorners(placed.section.shape).map((corner) => cutAlong(placed, face, corner))
  const alongMm = end === 'end' ? Math.min(...reach) : Math.max(...reach)
  return { at: placeAlong(placed, { x: 0, y: 0 }, alongMm), out: outward(placed, end) }
}

/** The plane that halves the corner of two members. */
function mitred(placed: PlacedMember, end: MemberEnd, other: PlacedMember): HalfSpace | null {
  const inward = scale3(outward(placed, end), -1)
  const middle = (p: PlacedMember, t: number) => placeAlong(p, { x: 0, y: 0 }, t)
  // The other runs away from the corner: from its end that lies nearer.
  const here = middle(placed, end === 'end' ? placed.lengthMm : 0)
  const away = (t: number) => {
    const d = subtract3(middle(other, t), here)
    return dot3(d, d)
  }
  const theirs = away(0) <= away(other.lengthMm) ? other.along : scale3(other.along, -1)
  const across = subtract3(theirs, inward)
  const out = unit3(across)
  if (!out || Math.hypot(across.x, across.y, across.z) < ALIKE) return null
  const corner = nearestOf(placed, other)
  return corner && { at: corner, out }
}

/** The place on the middle line of a member that lies nearest to the middle line of another one. */
function nearestOf(placed: PlacedMember, other: PlacedMember): Vector3 | null {
  const w = subtract3(placed.origin, other.origin)
  const b = dot3(placed.along, other.along)
  const denominator = 1 - b * b
  if (denominator < ALIKE ** 2) return null
  const t = (b * dot3(other.along, w) - dot3(placed.along, w)) / denominator
  return add3(placed.origin, scale3(placed.along, t))
}

/** A part of a section as a cuboid along a member, with some room around it. */
function cuboid(placed: PlacedMember, x: number, y: number, width: number, height: number, roomMm = 0): Cuboid {
  return {
    middle: placeAlong(placed, { x, y }, placed.lengthMm / 2),
    axes: [placed.across, placed.up, placed.along],
    // It runs on beyond both ends: notches go right through.
    halves: [width / 2 + roomMm, height / 2 + roomMm, placed.lengthMm / 2 + width + height],
  }
}

/** The flanges of an open member with their fillets, and the whole of any other: what a notch leaves room for. */
function roomFor(other: PlacedMember, sideways: boolean, gapMm: number): Cuboid[] {
  const { shape } = other.section
  const { widthMm, heightMm } = sizeOf(shape)
  if ((shape.form === 'i' || shape.form === 'channel') && sideways) {
    const deep = shape.flangeMm + shape.rootMm + (shape.form === 'channel' ? shape.slope * widthMm : 0)
    return [1, -1].map((way) => cuboid(other, 0, (way * (heightMm - deep)) / 2, widthMm, deep, gapMm))
  }
  return [cuboid(other, 0, 0, widthMm, heightMm, gapMm)]
}

/** Notched around another one: up to its web, with room for its flanges; any other is lapped to its far face. */
function notched(placed: PlacedMember, end: MemberEnd, other: PlacedMember, face: HalfSpace, gapMm: number): EndCut {
  const { shape } = other.section
  const across = dot3(face.out, other.across)
  const sideways = Math.abs(across) > 0.5
  const notches = roomFor(other, sideways, gapMm)
  const { widthMm, heightMm } = sizeOf(shape)
  const upToMm =
    (shape.form === 'i' || shape.form === 'channel') && sideways
      ? innerFace(shape, across > 0 ? 1 : -1) + gapMm
      : -(sideways ? widthMm : heightMm) / 2
  const plane = { at: add3(other.origin, scale3(face.out, upToMm)), out: scale3(face.out, -1) }
  return { plane: alongOr(placed, end, plane), notches }
}

/** A plane as the cut of an end, where it looks the way of that end. */
function alongOr(placed: PlacedMember, end: MemberEnd, plane: HalfSpace): HalfSpace {
  return dot3(plane.out, outward(placed, end)) > ALIKE ? plane : squareAt(placed, end)
}

/** How an end is cut by what it is fitted to. */
export function fittedEnd(placed: PlacedMember, end: MemberEnd, joint: Joint, other: PlacedMember): EndCut {
  const square = squareAt(placed, end)
  const problem = (sentence: string): EndCut => ({ plane: square, notches: [], problem: sentence })
  const inward = scale3(outward(placed, end), -1)
  if (joint.kind === 'mitre') {
    const plane = mitred(placed, end, other)
    if (!plane) return problem('The two run alike: there is no corner to halve.')
    return { plane: { ...plane, at: add3(plane.at, scale3(plane.out, -joint.gapMm / 2)) }, notches: [] }
  }
  const face = faceTowards(other, inward, placed.section.shape)
  if (!face) return problem('The two run alike: it has no face to come to.')
  if (joint.kind === 'notch') return notched(placed, end, other, face, joint.gapMm)
  const spaced = { at: add3(face.at, scale3(face.out, joint.gapMm)), out: scale3(face.out, -1) }
  if (joint.kind === 'square') return { plane: squareShort(placed, end, spaced), notches: [] }
  return { plane: spaced, notches: [] }
}

/** The member that an end is fitted to; null where it is gone. */
export function otherOf({ to }: Joint, records: ReadonlyMap<string, ProjectRecord>): PlacedMember | null {
  const record = records.get(to)
  return record?.kind === 'member' ? placedMember(record, records) : null
}

/** How both ends of a member are cut. */
export function endsOf(
  placed: PlacedMember,
  records: ReadonlyMap<string, ProjectRecord>,
): { readonly start: EndCut; readonly end: EndCut } {
  const cut = (end: MemberEnd): EndCut => {
    const joint = end === 'start' ? placed.member.startJoint : placed.member.endJoint
    const other = joint ? otherOf(joint, records) : null
    return joint && other ? fittedEnd(placed, end, joint, other) : { plane: squareAt(placed, end), notches: [] }
  }
  return { start: cut('start'), end: cut('end') }
}
