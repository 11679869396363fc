import { array, type InferType, number, object, string } from 'yup'
import type { Stuff } from '../../sections/section'
import { type LengthDisplay, USUAL_DISPLAY } from '../../units/format'
import type { LengthUnit } from '../../units/length'
import { finite, idSchema, lengthMm } from '../fields'
import { keptByRecords } from '../kept'
import type { TitleField } from './title-fields'

const entry = () => string().trim().max(80).optional()

const titleSchema = object({
  number: entry(),
  revision: entry(),
  date: entry(),
  status: entry(),
  drawnBy: entry(),
  checkedBy: entry(),
  client: entry(),
  organisation: entry(),
} satisfies Record<TitleField, unknown>)
  .noUnknown()
  .optional()
  .default(undefined)

const siteSchema = object({
  eastMm: lengthMm().optional(),
  northMm: lengthMm().optional(),
  upMm: lengthMm().optional(),
  /** From upwards on the plan to true north, anticlockwise. */
  northRad: finite()
    .min(-2 * Math.PI)
    .max(2 * Math.PI)
    .optional(),
  /** The name of the map's system: `EPSG:25832`. */
  system: string().trim().max(60).optional(),
  latitudeDeg: finite().min(-90).max(90).optional(),
  longitudeDeg: finite().min(-180).max(180).optional(),
})
  .noUnknown()
  .optional()
  .default(undefined)

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
  /** What stands in the title block of drawings. */
  title: titleSchema,
  /** Where the project's zero lies on the map, and how far north is turned from upwards on the plan, anticlockwise. */
  site: siteSchema,
  /** How files that are handed over are named; see formats/file-name.ts. */
  fileNames: string().trim().max(200).optional(),
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
