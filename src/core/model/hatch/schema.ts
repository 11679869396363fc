import { type InferType, object, string } from 'yup'
import { finite, lengthMm } from '../fields'
import { ringsSchema } from '../path/schema'
import { drawnFields } from '../pen'

export const HATCH_PATTERNS = ['lines', 'cross', 'solid'] as const
export type HatchPattern = (typeof HATCH_PATTERNS)[number]

/** A region filled with even lines or one tone; what lies within an odd number of its rings is inside. */
export const hatchSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['hatch'] as const)
    .required(),
  rings: ringsSchema,
  pattern: string<HatchPattern>().oneOf(HATCH_PATTERNS).required(),
  spacingMm: lengthMm().positive().required(),
  turnRad: finite().required(),
}).noUnknown()

export type Hatch = InferType<typeof hatchSchema>
