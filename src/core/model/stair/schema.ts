import { type InferType, number, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

/** A straight flight of stairs (IfcStair). */
export const stairSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['stair'] as const)
    .required(),
  levelId: idSchema.required(),
  /** The middle of its first riser and of its last. */
  start: pointSchema.required(),
  end: pointSchema.required(),
  widthMm: lengthMm().positive().max(20_000).required(),
  risers: number().integer().min(2).max(100).required(),
  /** How high it climbs; to the next level where it is not given. */
  riseMm: lengthMm().positive().optional(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Stair = InferType<typeof stairSchema>
