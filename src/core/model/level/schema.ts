import { type InferType, object, string } from 'yup'
import { idSchema, lengthMm } from '../fields'

/** A storey, by the height of its floor above the project's zero. */
export const levelSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['level'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  elevationMm: lengthMm().required(),
}).noUnknown()

export type Level = InferType<typeof levelSchema>

/** The level that every project begins with. */
export const FIRST_LEVEL: Level = { id: 'level-0', kind: 'level', name: 'Ground', elevationMm: 0 }
