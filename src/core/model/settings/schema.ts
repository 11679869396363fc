import { type InferType, number, object, string } from 'yup'
import { type LengthDisplay, USUAL_DISPLAY } from '../../units/format'
import type { LengthUnit } from '../../units/length'
import { idSchema, lengthMm } from '../fields'

/** How the job writes lengths. One record a project, always under the id `settings`. */
export const settingsSchema = object({
  id: idSchema.oneOf(['settings']).required(),
  kind: string()
    .oneOf(['settings'] as const)
    .required(),
  unit: string<LengthUnit>().oneOf(['mm', 'cm', 'm', 'in', 'ft']).required(),
  /** See units/format.ts. */
  precision: number().integer().min(0).max(6).required(),
  /** A stated length is out where it differs by more than this, and by more than that part of itself. */
  toleranceMm: lengthMm().min(0).max(10_000).optional(),
  tolerancePerThousand: number().min(0).max(1000).optional(),
}).noUnknown()

export type Settings = InferType<typeof settingsSchema>

export const USUAL_SETTINGS: Settings = { id: 'settings', kind: 'settings', unit: 'mm', precision: 0 }

/** The settings of a project; the usual ones where it has none. */
export function settingsOf(records: ReadonlyMap<string, { readonly kind: string }>): Settings {
  const found = records.get('settings')
  return found?.kind === 'settings' ? (found as Settings) : USUAL_SETTINGS
}

/** How a project writes its lengths. */
export function displayOf(records: ReadonlyMap<string, { readonly kind: string }>): LengthDisplay {
  const { unit, precision } = settingsOf(records)
  return { ...USUAL_DISPLAY[unit], precision }
}
