import { array, type InferType, number, object, string } from 'yup'
import type { Stuff } from '../../sections/section'
import { type LengthDisplay, USUAL_DISPLAY } from '../../units/format'
import type { LengthUnit } from '../../units/length'
import { idSchema, lengthMm } from '../fields'
import { keptByRecords } from '../kept'

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
  /** Lengths in which bars are bought, and what a cut takes; see cuttingOf. */
  steelStockMm: array(lengthMm().positive().required()).min(1).max(20).optional(),
  timberStockMm: array(lengthMm().positive().required()).min(1).max(20).optional(),
  kerfMm: lengthMm().min(0).max(100).optional(),
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

/** How a project shows its lengths to people: as it writes them, long figures in groups. */
export const shownDisplayOf = keptByRecords(
  (records: ReadonlyMap<string, { readonly kind: string }>): LengthDisplay => ({
    ...displayOf(records),
    grouped: true,
  }),
)

/** How bars are bought and cut. */
export interface Cutting {
  readonly stocksMm: Readonly<Record<Stuff, readonly number[]>>
  readonly kerfMm: number
}

/** Lengths that are usual in the trade, and the cut of a band saw, where a project says nothing else. */
export function cuttingOf(records: ReadonlyMap<string, { readonly kind: string }>): Cutting {
  const { steelStockMm = [6000, 12_000], timberStockMm = [6000, 13_500], kerfMm = 4 } = settingsOf(records)
  return { stocksMm: { steel: steelStockMm, timber: timberStockMm }, kerfMm }
}
