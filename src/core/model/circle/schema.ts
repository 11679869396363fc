import { type InferType, object, string } from 'yup'
import { lengthMm, pointSchema } from '../fields'
import { drawnFields } from '../pen'

export const circleSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['circle'] as const)
    .required(),
  center: pointSchema.required(),
  radiusMm: lengthMm().positive().required(),
}).noUnknown()

export type Circle = InferType<typeof circleSchema>
