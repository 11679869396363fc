import { type InferType, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** An upright post (IfcColumn) about its axis. */
export const columnSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['column'] as const)
    .required(),
  levelId: idSchema.required(),
  /** Its axis. */
  at: pointSchema.required(),
  section: string<'rectangle' | 'round'>().oneOf(['rectangle', 'round']).required(),
  /** Along its own level direction; the diameter of a round one. */
  widthMm: lengthMm().positive().max(100_000).required(),
  depthMm: lengthMm().positive().max(100_000).required(),
  turnRad: finite().required(),
  heightMm: lengthMm().positive().optional(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Column = InferType<typeof columnSchema>
