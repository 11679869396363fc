import { array, type InferType, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** The steepest plane that still covers anything: beyond it is a wall. */
export const STEEPEST_RAD = (80 * Math.PI) / 180

/** One plane of a roof (IfcSlab as ROOF) over a ring of corners, rising from its first edge, the eaves. */
export const roofSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['roof'] as const)
    .required(),
  levelId: idSchema.required(),
  ring: array(pointSchema.required()).min(3).max(2000).required(),
  /** 0 for a flat one. */
  pitchRad: finite().min(0).max(STEEPEST_RAD).required(),
  /** Square to the plane. */
  thicknessMm: lengthMm().positive().max(10_000).required(),
  /** The underside at the eaves, above its level. */
  eavesMm: lengthMm().required(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Roof = InferType<typeof roofSchema>
