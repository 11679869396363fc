import { type InferType, number, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

/** A room (IfcSpace). Its boundary is found from the walls around `at` whenever it is asked for. */
export const spaceSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['space'] as const)
    .required(),
  levelId: idSchema.required(),
  at: pointSchema.required(),
  name: string().trim().max(100).required(),
  number: string().trim().max(30).defined(),
  use: string().trim().max(100).defined(),
  /** Clear height; the storey's where it is not given. */
  heightMm: lengthMm().positive().optional(),
  /** The area that is printed on the sheet that it was read from. */
  statedAreaMm2: number().positive().optional(),
}).noUnknown()

export type Space = InferType<typeof spaceSchema>
