import { array, boolean, type InferType, number, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** What every step of a part has. */
const stepFields = {
  id: idSchema.required(),
  /** Left out of the solid, as if it were not there. */
  off: boolean().optional(),
}

/** Ids of closed lines drawn on a view of the part: what lies within one another is alternately material and hole. */
const profile = () => array(idSchema.required()).min(1).max(500).required()

/** Adds material over a profile, straight out of the view that it is drawn on. */
export const raiseSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['raise'] as const)
    .required(),
  profile: profile(),
  heightMm: lengthMm().positive().required(),
  /** How far out of the view it begins; on top of what is there where left out. */
  fromMm: lengthMm().optional(),
}).noUnknown()

/** Takes material away beneath a profile, from the outermost place of the part inwards. */
export const sinkSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['sink'] as const)
    .required(),
  profile: profile(),
  /** Through all of it where left out. */
  depthMm: lengthMm().positive().optional(),
}).noUnknown()

/** The widened mouth of a hole. */
export const headSchema = object({
  kind: string()
    .oneOf(['counterbore', 'countersink'] as const)
    .required(),
  diameterMm: lengthMm().positive().required(),
  /** Of a counterbore. */
  depthMm: lengthMm().positive().optional(),
  /** Of a countersink, from side to side. */
  angleDeg: number().min(30).max(150).optional(),
}).noUnknown()

/** Holes that are alike, drilled into the view from its outermost place. */
export const holeSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['hole'] as const)
    .required(),
  viewId: idSchema.required(),
  places: array(pointSchema.required()).max(2000).required(),
  /** Circles drawn on the view in whose centres it is drilled too, wherever those come to lie. */
  circles: array(idSchema.required()).max(2000).optional(),
  diameterMm: lengthMm().positive().required(),
  /** To the end of its full diameter; through where left out. */
  depthMm: lengthMm().positive().optional(),
  /** The thread that is cut into it, as it is written; the hole itself has the diameter of its drill. */
  thread: string().max(60).optional(),
  threadDepthMm: lengthMm().positive().optional(),
  head: headSchema.optional().default(undefined),
  /** The note on a sheet that called for it. */
  note: string().max(300).optional(),
  /** The underlay on which its places were found. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

/** Slots with round ends along straight lines and arcs drawn on a view. */
export const slotSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['slot'] as const)
    .required(),
  /** Ids of the lines along which their middles run. */
  profile: profile(),
  widthMm: lengthMm().positive().required(),
  /** Through all of it where left out. */
  depthMm: lengthMm().positive().optional(),
}).noUnknown()

/** Turns a profile about a line of the same view, as on a lathe. */
export const revolveSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['revolve'] as const)
    .required(),
  profile: profile(),
  /** The id of the straight line that it is turned about. */
  axis: idSchema.required(),
  angleDeg: number().moreThan(0).max(360).required(),
  /** Whether it takes material away instead of adding it. */
  away: boolean().optional(),
}).noUnknown()

/** Does earlier steps again: along a direction, around a place, or mirrored at a line. */
export const patternSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['pattern'] as const)
    .required(),
  /** Ids of the steps that are done again. */
  of: array(idSchema.required()).min(1).max(100).required(),
  viewId: idSchema.required(),
  way: string()
    .oneOf(['along', 'around', 'mirror'] as const)
    .required(),
  /** How many there are in all, with those that there are already; of a mirror two. */
  count: number().integer().min(2).max(500).required(),
  /** Along: from one to the next, on the view. */
  stepMm: pointSchema.optional().default(undefined),
  /** Around: about which place, and over how much from the first to the last; a whole turn is shared out evenly. */
  center: pointSchema.optional().default(undefined),
  angleDeg: number().min(-360).max(360).optional(),
  /** Mirror: the id of the straight line, on the view. */
  line: idSchema.optional(),
}).noUnknown()

/** A place in parts of a solid's extents, from 0 to 1 along each axis: it goes along when the part grows. */
const fractionSchema = object({
  x: finite().required(),
  y: finite().required(),
  z: finite().required(),
}).noUnknown()

/** Rounds or bevels edges. */
export const edgesSchema = object({
  ...stepFields,
  kind: string()
    .oneOf(['edges'] as const)
    .required(),
  form: string()
    .oneOf(['round', 'bevel'] as const)
    .required(),
  which: string()
    .oneOf(['upright', 'top', 'bottom', 'picked', 'face'] as const)
    .required(),
  /** The middles of picked edges, or places on picked faces all of whose edges are shaped. */
  at: array(fractionSchema.required()).max(500).optional(),
  sizeMm: lengthMm().positive().required(),
}).noUnknown()

export type Raise = InferType<typeof raiseSchema>
export type Sink = InferType<typeof sinkSchema>
export type Hole = InferType<typeof holeSchema>
export type Head = InferType<typeof headSchema>
export type Edges = InferType<typeof edgesSchema>
export type Slot = InferType<typeof slotSchema>
export type Revolve = InferType<typeof revolveSchema>
export type Pattern = InferType<typeof patternSchema>
export type PartStep = Raise | Sink | Slot | Revolve | Hole | Pattern | Edges

export const STEP_SCHEMAS = {
  raise: raiseSchema,
  sink: sinkSchema,
  slot: slotSchema,
  revolve: revolveSchema,
  hole: holeSchema,
  pattern: patternSchema,
  edges: edgesSchema,
}
