import type { PriceBook } from '../../model/price-book/schema'
import type { Work } from '../make/work'
import { massKgOf, type NamedMaterial } from '../materials'
import type { SolidFacts } from '../solid/facts'

/** One line of an estimate. */
export interface CostLine {
  readonly word: string
  /** How it comes about, with its figures. */
  readonly how: string
  /** For all pieces together, whatever their number. */
  readonly once: number
  /** For each piece. */
  readonly each: number
}

export interface Estimate {
  readonly lines: readonly CostLine[]
  readonly blankMm: readonly [number, number, number]
  /** What one piece costs where so many are made. */
  unitCost(quantity: number): number
}

const MM3_PER_CM3 = 1000
const MINUTES = 60
const SECONDS = 3600

const round = (value: number, places = 2): string => String(Math.round(value * 10 ** places) / 10 ** places)

/** What a part costs, line by line, from its solid, what there is to make, and a price book. */
export function estimateOf(
  { from, to, volumeMm3 }: Pick<SolidFacts, 'from' | 'to' | 'volumeMm3'>,
  { holes, otherSides }: Pick<Work, 'holes' | 'otherSides'>,
  material: NamedMaterial,
  book: PriceBook,
): Estimate {
  const { allowanceMm, platesMm, ratePerHour } = book
  const thickMm = to.z - from.z
  // The next plate that is thick enough; where there is none, one that is sawn.
  const plateMm = platesMm.filter((mm) => mm >= thickMm - 1e-6).sort((a, b) => a - b)[0] ?? thickMm + 2 * allowanceMm
  const blankMm = [to.x - from.x + 2 * allowanceMm, to.y - from.y + 2 * allowanceMm, plateMm] as const
  const blankMm3 = blankMm[0] * blankMm[1] * blankMm[2]
  const blankKg = massKgOf(material, blankMm3)
  const perKg = book.materials.find(({ name }) => name === material.name)?.pricePerKg ?? book.pricePerKg
  const removedCm3 = Math.max(0, blankMm3 - volumeMm3) / MM3_PER_CM3
  const removalMinutes = removedCm3 / book.removalCm3PerMinute
  const threads = holes.filter(({ step }) => step.thread !== undefined).length
  const holeSeconds = holes.length * book.secondsPerHole + threads * book.secondsPerThread
  const sides = 1 + (otherSides.length > 0 ? 1 : 0)
  const lines: CostLine[] = [
    {
      word: 'Material',
      how: `blank ${blankMm.map((mm) => round(mm, 1)).join(' × ')} mm, ${blankKg === null ? `density of ${material.name} not known` : `${round(blankKg, 3)} kg at ${round(perKg)} ${book.currency}/kg`}`,
      once: 0,
      each: (blankKg ?? 0) * perKg,
    },
    {
      word: 'Preparing',
      how: `${round(book.onceHours)} h at ${round(ratePerHour)} ${book.currency}/h, once`,
      once: book.onceHours * ratePerHour,
      each: 0,
    },
    {
      word: 'Set-ups',
      how: `${sides} of ${round(book.setUpMinutes)} min, once`,
      once: (sides * book.setUpMinutes * ratePerHour) / MINUTES,
      each: 0,
    },
    {
      word: 'Handling',
      how: `${sides} times ${round(book.handlingMinutes)} min`,
      once: 0,
      each: (sides * book.handlingMinutes * ratePerHour) / MINUTES,
    },
    {
      word: 'Milling',
      how: `${round(removedCm3)} cm³ at ${round(book.removalCm3PerMinute)} cm³/min: ${round(removalMinutes)} min`,
      once: 0,
      each: (removalMinutes * ratePerHour) / MINUTES,
    },
    {
      word: 'Holes',
      how: `${holes.length} holes, ${threads} of them tapped: ${round(holeSeconds, 0)} s`,
      once: 0,
      each: (holeSeconds * ratePerHour) / SECONDS,
    },
  ]
  const sum = (key: 'once' | 'each') => lines.reduce((total, line) => total + line[key], 0)
  const share = book.surchargePercent / 100
  const all = [
    ...lines,
    {
      word: 'Surcharge',
      how: `${round(book.surchargePercent)} % on all of this`,
      once: sum('once') * share,
      each: sum('each') * share,
    },
  ]
  const [once, each] = [sum('once') * (1 + share), sum('each') * (1 + share)]
  return { lines: all, blankMm, unitCost: (quantity) => each + once / quantity }
}
