import { type InferType, object, string } from 'yup'
import { finite, pointSchema } from '../fields'
import { drawnFields } from '../pen'

/** An ellipse or a piece of one. */
export const ellipseSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['ellipse'] as const)
    .required(),
  center: pointSchema.required(),
  /** From the centre to the end of the first half axis. */
  axis: pointSchema.required(),
  /** The second half axis as a part of the first; positive to the left of it. */
  ratio: finite().min(-1000).max(1000).required(),
  /** Parameters as in center + axis cos t + other axis sin t. */
  fromRad: finite().required(),
  sweepRad: finite().required(),
}).noUnknown()

export type Ellipse = InferType<typeof ellipseSchema>
