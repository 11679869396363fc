import { type InferType, object, string } from 'yup'
import { idSchema, lengthMm } from '../fields'
import { ringSchema } from '../path/schema'

/** A flat piece of steel (IfcPlate): on a level or work plane, or at the end of a member. */
export const plateSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['plate'] as const)
    .required(),
  levelId: idSchema.required(),
  /** Its outline: on the plane, or at the end of a member across and up from the middle of its section. */
  ring: ringSchema.required(),
  thicknessMm: lengthMm().positive().max(1000).required(),
  /** How far its middle lies out of the plane; nothing at the end of a member, where it lies against the cut. */
  asideMm: lengthMm().required(),
  /** The end of a member that it closes. */
  on: object({
    to: idSchema.required(),
    end: string()
      .oneOf(['start', 'end'] as const)
      .required(),
  })
    .noUnknown()
    .default(undefined)
    .optional(),
  joined: string()
    .oneOf(['welded', 'bolted'] as const)
    .required(),
  /** Of a copy on a plane that follows another one. */
  copyOf: idSchema.optional(),
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Plate = InferType<typeof plateSchema>
