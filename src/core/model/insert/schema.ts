import { boolean, type InferType, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'
import { drawnFields } from '../pen'

/** A symbol placed on the plan. */
export const insertSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['insert'] as const)
    .required(),
  symbolId: idSchema.required(),
  /** Where the symbol's base lies. */
  at: pointSchema.required(),
  turnRad: finite().required(),
  factor: finite().positive().max(1e6).required(),
  /** Whether it is mirrored, along its own upright axis, before it is turned. */
  mirrored: boolean().required(),
  /** Of a symbol that is a solid: how high above the project’s zero its base lies. */
  upMm: lengthMm().optional(),
}).noUnknown()

export type Insert = InferType<typeof insertSchema>
