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
  /** How it was drawn over its sheet, where stated dimensions have changed it since. */
  drawn: object({ center: pointSchema.required(), radiusMm: lengthMm().positive().required() })
    .noUnknown()
    .optional()
    .default(undefined),
}).noUnknown()

export type Circle = InferType<typeof circleSchema>
