import { array, type InferType, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

/** A floor plate (IfcSlab) over a ring of corners. */
export const slabSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['slab'] as const)
    .required(),
  levelId: idSchema.required(),
  ring: array(pointSchema.required()).min(3).max(2000).required(),
  thicknessMm: lengthMm().positive().max(10_000).required(),
  /** Its upper side against the level; 0 for a floor. */
  topMm: lengthMm().required(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Slab = InferType<typeof slabSchema>
