import { array, boolean, type InferType, number, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

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
  places: array(pointSchema.required()).min(1).max(2000).required(),
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
    .oneOf(['upright', 'top', 'bottom'] as const)
    .required(),
  sizeMm: lengthMm().positive().required(),
}).noUnknown()

export type Raise = InferType<typeof raiseSchema>
export type Sink = InferType<typeof sinkSchema>
export type Hole = InferType<typeof holeSchema>
export type Head = InferType<typeof headSchema>
export type Edges = InferType<typeof edgesSchema>
export type PartStep = Raise | Sink | Hole | Edges

export const STEP_SCHEMAS = { raise: raiseSchema, sink: sinkSchema, hole: holeSchema, edges: edgesSchema }
