import { array, type InferType, number, object, string } from 'yup'
import { idSchema, lengthMm, libraryField } from '../fields'

const amount = () => number().min(0).max(1e9).required()

/** What making costs in a shop: every figure of an estimate. One record a project, always under the id `price-book`. */
export const priceBookSchema = object({
  id: idSchema.oneOf(['price-book']).required(),
  kind: string()
    .oneOf(['price-book'] as const)
    .required(),
  /** By which a library calls it. */
  name: string().trim().min(1).max(100).optional(),
  library: libraryField,
  currency: string().trim().min(1).max(10).required(),
  /** Of the machine with who stands at it. */
  ratePerHour: amount(),
  /** Drawing, tool paths and first piece, once for all pieces. */
  onceHours: amount(),
  /** Fixing one side and finding its zero, once for all pieces. */
  setUpMinutes: amount(),
  /** Putting a blank in and the part out, each time it is turned round. */
  handlingMinutes: amount(),
  /** What is milled away in a minute. */
  removalCm3PerMinute: number().positive().max(1e6).required(),
  secondsPerHole: amount(),
  secondsPerThread: amount(),
  /** A price that is paid for a material where it has none of its own. */
  pricePerKg: amount(),
  /** Prices of materials, and densities of those that are not the usual ones or that a shop adds. */
  materials: array(
    object({
      name: string().trim().min(1).max(100).required(),
      pricePerKg: amount(),
      densityKgM3: number().positive().max(1e5).optional(),
    }).noUnknown(),
  )
    .max(100)
    .required(),
  /** What the blank is larger by on each side. */
  allowanceMm: lengthMm().min(0).max(1000).required(),
  /** Thicknesses in which plates are bought. */
  platesMm: array(lengthMm().positive().required()).min(1).max(100).required(),
  /** On everything, for what goes wrong and for profit. */
  surchargePercent: amount(),
}).noUnknown()

export type PriceBook = InferType<typeof priceBookSchema>

/** Round figures of a small shop, to begin with: each is for the person to put right. */
export const USUAL_PRICES: PriceBook = {
  id: 'price-book',
  kind: 'price-book',
  currency: '€',
  ratePerHour: 80,
  onceHours: 1,
  setUpMinutes: 20,
  handlingMinutes: 1.5,
  removalCm3PerMinute: 20,
  secondsPerHole: 6,
  secondsPerThread: 10,
  pricePerKg: 8,
  materials: [
    { name: 'Steel S235', pricePerKg: 2 },
    { name: 'Steel S355', pricePerKg: 2.2 },
    { name: 'Stainless steel 1.4301', pricePerKg: 6 },
    { name: 'Stainless steel 1.4404', pricePerKg: 8 },
    { name: 'Birch plywood', pricePerKg: 3 },
  ],
  allowanceMm: 3,
  platesMm: [1, 1.5, 2, 3, 4, 5, 6, 6.35, 8, 10, 12, 12.7, 15, 20, 25, 30, 40, 50, 60, 80, 100],
  surchargePercent: 15,
}

/** The price book of a project; round figures where it has none. */
export function priceBookOf(records: ReadonlyMap<string, { readonly kind: string }>): PriceBook {
  const found = records.get('price-book')
  return found?.kind === 'price-book' ? (found as PriceBook) : USUAL_PRICES
}
