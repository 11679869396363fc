import { boolean, type InferType, object, string } from 'yup'
import { coordinates } from '../path/schema'
import { drawnFields } from '../pen'

/** A smooth curve. */
export const splineSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['spline'] as const)
    .required(),
  /** `through`: it runs through the points. `control`: they are the ends and pulls of Bézier pieces, 3 n + 1 of them. */
  by: string()
    .oneOf(['through', 'control'] as const)
    .required(),
  xy: coordinates(2),
  /** Only of a curve through points. */
  closed: boolean().required(),
}).noUnknown()

export type Spline = InferType<typeof splineSchema>
