import {
  add3,
  cross3,
  dot3,
  type Frame,
  placeIn,
  scale3,
  subtract3,
  UP,
  unit3,
  type Vector3,
} from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { propertiesOf } from '../../sections/properties'
import type { Section } from '../../sections/section'
import { type SectionShape, sizeOf } from '../../sections/shape'
import type { ProjectRecord } from '../registry'
import { sectionOf } from '../section/schema'
import { frameOf } from '../work-plane/frame'
import type { Member, Seat } from './schema'

/** A member in space before its ends are fitted: the middle of its section's box, carried along its axis. Project millimetres. */
export interface PlacedMember {
  readonly member: Member
  readonly section: Section
  /** The traced line. */
  readonly start: Vector3
  readonly end: Vector3
  /** The middle of the section's box at the start. */
  readonly origin: Vector3
  /** From start to end. */
  readonly along: Vector3
  /** To the right and up in the section, as seen from the start; of length one. */
  readonly across: Vector3
  readonly up: Vector3
  /** From start to end of the traced line. */
  readonly lengthMm: number
}

/** A point of a section, from the middle of its box. */
export function seatOf(shape: SectionShape, seat: Seat): Point {
  if (seat === 'centroid') return propertiesOf(shape).centroid
  const { widthMm, heightMm } = sizeOf(shape)
  return {
    x: seat.includes('left') ? -widthMm / 2 : seat.includes('right') ? widthMm / 2 : 0,
    y: seat.startsWith('top') ? heightMm / 2 : seat.startsWith('bottom') ? -heightMm / 2 : 0,
  }
}

/** Lines steeper than this stand upright: what is up in their section follows from their plane. */
const UPRIGHT = 0.9999

/** What is up in a section along a direction: upwards as far as it can be, to the right of the plane where the member stands. */
function upAcross(along: Vector3, frame: Frame): Vector3 {
  const steep = Math.abs(along.z) > UPRIGHT
  const wish = steep ? frame.right : UP
  return unit3(subtract3(wish, scale3(along, dot3(wish, along))))!
}

const turnedBy = (across: Vector3, up: Vector3, turnRad: number): readonly [Vector3, Vector3] => {
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  // Clockwise as seen from the start, where across is right.
  return [subtract3(scale3(across, cos), scale3(up, sin)), add3(scale3(across, sin), scale3(up, cos))]
}

/** What is across and up in the section of a member before it is turned about its line. */
function plainAxes(along: Vector3, frame: Frame): readonly [across: Vector3, up: Vector3] {
  const up = upAcross(along, frame)
  return [cross3(along, up), up]
}

/** By how much a section is turned about its line where its up shall be a direction. */
export function turnFor(along: Vector3, frame: Frame, up: Vector3): number {
  const [across, plainUp] = plainAxes(along, frame)
  return Math.atan2(dot3(up, across), dot3(up, plainUp))
}

/** The traced line of a member in space. */
export function lineOf(member: Member, frame: Frame): { readonly start: Vector3; readonly end: Vector3 } {
  return {
    start: placeIn(frame, member.start, member.startAsideMm),
    end: placeIn(frame, member.end, member.endAsideMm),
  }
}

const kept = new WeakMap<Member, { readonly frame: Frame; readonly section: Section; readonly placed: PlacedMember }>()

/** Where a member lies; null where its section is gone or it has no length. */
export function placedMember(member: Member, records: ReadonlyMap<string, ProjectRecord>): PlacedMember | null {
  const section = sectionOf(member.sectionId, records)
  const frame = frameOf(member.levelId, records)
  const known = kept.get(member)
  if (known && known.frame === frame && known.section === section) return known.placed
  const { start, end } = lineOf(member, frame)
  const along = unit3(subtract3(end, start))
  if (!section || !along) return null
  const [across, up] = turnedBy(...plainAxes(along, frame), member.turnRad)
  const seat = seatOf(section.shape, member.seat)
  const way = member.mirrored ? -1 : 1
  const origin = add3(start, add3(scale3(across, way * (member.acrossMm - seat.x)), scale3(up, member.upMm - seat.y)))
  const lengthMm = Math.hypot(end.x - start.x, end.y - start.y, end.z - start.z)
  // A mirrored section is drawn with its right where left is.
  const placed = { member, section, start, end, origin, along, across: scale3(across, way), up, lengthMm }
  kept.set(member, { frame, section, placed })
  return placed
}

/** A place of the section, so far along. @param at from the middle of the section's box */
export const placeAlong = ({ origin, along, across, up }: PlacedMember, at: Point, alongMm = 0): Vector3 =>
  add3(origin, add3(add3(scale3(across, at.x), scale3(up, at.y)), scale3(along, alongMm)))
