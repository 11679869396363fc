import { type InferType, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

/** Which line of the wall was traced, looking from its start to its end. */
export const TRACED_LINES = ['left', 'centre', 'right'] as const
export type TracedLine = (typeof TRACED_LINES)[number]

/** A straight wall (IfcWall) along a traced line. */
export const wallSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['wall'] as const)
    .required(),
  /** Ends of the traced line on the work plane. */
  start: pointSchema.required(),
  end: pointSchema.required(),
  thicknessMm: lengthMm().positive().max(10_000).required(),
  tracedLine: string<TracedLine>().oneOf(TRACED_LINES).required(),
  levelId: idSchema.optional(),
  /** Its own height; from level to level where it is not given. */
  heightMm: lengthMm().positive().optional(),
  /** How far its foot stands above its level. */
  baseMm: lengthMm().optional(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Wall = InferType<typeof wallSchema>
