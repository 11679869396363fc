import { type InferType, object, string } from 'yup'
import { finite, lengthMm, pointSchema } from '../fields'
import { drawnFields } from '../pen'

/** Writing on the plan. */
export const textSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['text'] as const)
    .required(),
  /** Start of the first baseline. */
  at: pointSchema.required(),
  text: string().min(1).max(5000).required(),
  heightMm: lengthMm().positive().required(),
  turnRad: finite().required(),
}).noUnknown()

export type Text = InferType<typeof textSchema>
