import { array, type InferType, object, string } from 'yup'
import { idSchema, pointSchema } from '../fields'

/** A line that somebody draws by hand over the board to show what they mean. It is no part of what is traced. */
export const markUpSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['mark-up'] as const)
    .required(),
  /** The level or work plane that it lies over. */
  levelId: idSchema.required(),
  /** What the hand drew, in millimetres. */
  points: array(pointSchema.required()).min(2).max(2000).required(),
  /** Who drew it, as they call themselves. */
  author: string().trim().max(100).defined(),
}).noUnknown()

export type MarkUp = InferType<typeof markUpSchema>
