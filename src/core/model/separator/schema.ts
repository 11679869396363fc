import { type InferType, object, string } from 'yup'
import { idSchema, pointSchema } from '../fields'

/** A line that ends a room where there is no wall. */
export const separatorSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['separator'] as const)
    .required(),
  levelId: idSchema.required(),
  start: pointSchema.required(),
  end: pointSchema.required(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Separator = InferType<typeof separatorSchema>
