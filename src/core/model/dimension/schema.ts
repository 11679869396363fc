import { array, type InferType, number, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'
import { drawnFields } from '../pen'

export const DIMENSION_WAYS = ['aligned', 'level', 'upright', 'angle', 'radius'] as const
export type DimensionWay = (typeof DIMENSION_WAYS)[number]

/** A place that is measured: a point of an element, which it then follows, or just a point. */
const anchorSchema = object({
  at: pointSchema.required(),
  on: object({ id: idSchema.required(), anchor: number().integer().min(0).max(1e6).required() })
    .noUnknown()
    .optional()
    .default(undefined),
}).noUnknown()

/** A dimension. What it says is measured, never kept. */
export const dimensionSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['dimension'] as const)
    .required(),
  way: string<DimensionWay>().oneOf(DIMENSION_WAYS).required(),
  /** Two ends; of an angle its tip and a point on each leg; of a radius the centre and a point of the circle. */
  anchors: array(anchorSchema.required()).min(2).max(3).required(),
  /** How far the dimension line lies beside what is measured, to its left; of an angle its radius, of a radius beyond the circle. */
  offsetMm: lengthMm().required(),
  heightMm: lengthMm().positive().required(),
  /** What it is to measure, millimetres or of an angle radians: on a view of a part what it measures is drawn so. */
  stated: lengthMm().positive().optional(),
}).noUnknown()

export type Dimension = InferType<typeof dimensionSchema>
export type Anchor = Dimension['anchors'][number]
