import { boolean, type InferType, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** What a member is for (IfcBeamTypeEnum, IfcColumn, IfcMemberTypeEnum). */
export const MEMBER_USES = ['beam', 'column', 'brace', 'rafter', 'purlin'] as const
export type MemberUse = (typeof MEMBER_USES)[number]

/** Points of a section that can lie on the traced line: nine of its box, by row and column, and its centroid. */
export const SEATS = [
  'top left',
  'top',
  'top right',
  'left',
  'middle',
  'right',
  'bottom left',
  'bottom',
  'bottom right',
  'centroid',
] as const
export type Seat = (typeof SEATS)[number]

/** How an end is cut where it meets another member. */
export const JOINTS = ['square', 'face', 'mitre', 'notch'] as const
export type JointKind = (typeof JOINTS)[number]

/** An end that is fitted to another member, and follows it. */
const jointSchema = object({
  to: idSchema.required(),
  /** `square`: square to itself, short of the other; `face`: along the other's face; `mitre`: halving the corner; `notch`: around the other. */
  kind: string<JointKind>().oneOf(JOINTS).required(),
  gapMm: lengthMm().min(0).max(10_000).required(),
}).noUnknown()

/** A straight piece of one section (IfcBeam, IfcColumn, IfcMember), traced on a level or a work plane by its start and end. */
export const memberSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['member'] as const)
    .required(),
  use: string<MemberUse>().oneOf(MEMBER_USES).required(),
  /** The level or work plane on which it was traced. */
  levelId: idSchema.required(),
  /** On that plane, and out of it. */
  start: pointSchema.required(),
  end: pointSchema.required(),
  startAsideMm: lengthMm().required(),
  endAsideMm: lengthMm().required(),
  /** A name of the catalogue, or the id of a section of the project's own. */
  sectionId: string().min(1).max(100).required(),
  /** The point of the section that lies on the line from start to end. */
  seat: string<Seat>().oneOf(SEATS).required(),
  /** By which the section is turned about that line, clockwise as seen from the start. */
  turnRad: finite().required(),
  /** Off the line, across and up in the section. */
  acrossMm: lengthMm().required(),
  upMm: lengthMm().required(),
  /** Whether left and right of the section are changed. */
  mirrored: boolean().required(),
  startJoint: jointSchema.optional().default(undefined),
  endJoint: jointSchema.optional().default(undefined),
  /** Of a copy on a plane that follows another one: the member that it is a copy of. */
  copyOf: idSchema.optional(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Member = InferType<typeof memberSchema>
export type Joint = NonNullable<Member['startJoint']>
export type MemberEnd = 'start' | 'end'
