import { type InferType, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

const placeSchema = object({ x: lengthMm().required(), y: lengthMm().required(), z: lengthMm().required() }).noUnknown()

/** What is cut away of the solids: all above a height over the project's zero, or all to the right of a line. */
export const cutSchema = object({
  aboveMm: lengthMm().optional(),
  rightOf: object({ start: pointSchema.required(), end: pointSchema.required() })
    .noUnknown()
    .default(undefined)
    .optional(),
}).noUnknown()

export type Cut = InferType<typeof cutSchema>

/** A place from which the solids are looked at, to be come back to. */
export const viewSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['view'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  /** Where the eye is, and what it looks at. */
  eye: placeSchema.required(),
  target: placeSchema.required(),
  cut: cutSchema.required(),
}).noUnknown()

export type SavedView = InferType<typeof viewSchema>

export type Place = InferType<typeof placeSchema>
