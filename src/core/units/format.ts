import { type LengthUnit, MM_PER } from './length'

/** How lengths are shown on a job. A display choice only: it never rounds what is kept. */
export interface LengthDisplay {
  unit: LengthUnit
  /** Decimals for `mm`, `cm` and `m`; for `in` and `ft` the finest fraction is 1/2^precision inch (0 to 6). */
  precision: number
  /** Inches as decimals, so many of them as `precision` says, as on drawings of parts. */
  decimal?: boolean
  /** Whether the digits of long figures stand in groups of three; not in files, and not where somebody types. */
  grouped?: boolean
}

/** How parts are measured: to hundredths of a millimetre, to thousandths of an inch. */
export const partDisplay = ({ unit }: LengthDisplay): LengthDisplay =>
  unit === 'in' || unit === 'ft' ? { unit: 'in', precision: 3, decimal: true } : { unit: 'mm', precision: 2 }

/** The usual display of each unit. */
export const USUAL_DISPLAY: Record<LengthUnit, LengthDisplay> = {
  mm: { unit: 'mm', precision: 1 },
  cm: { unit: 'cm', precision: 1 },
  m: { unit: 'm', precision: 3 },
  in: { unit: 'in', precision: 4 },
  ft: { unit: 'ft', precision: 4 },
}

/**
 * A length as the job writes it: `3110 mm`, `3.110 m`, `10′ 2 1/2″`.
 * @param mm the length in millimetres
 * @param named whether the unit is written behind metric figures
 */
export function formatLength(mm: number, display: LengthDisplay, named = true): string {
  const sign = mm < 0 ? '−' : ''
  const size = Math.abs(mm)
  switch (display.unit) {
    case 'ft':
      return withoutNegativeZero(sign, feetAndInches(size, 2 ** display.precision))
    case 'in':
      if (display.decimal) return withoutNegativeZero(sign, `${(size / MM_PER.in).toFixed(display.precision)}″`)
      return withoutNegativeZero(
        sign,
        `${inches(Math.round((size / 25.4) * 2 ** display.precision), 2 ** display.precision)}″`,
      )
    default: {
      const figure = (size / MM_PER[display.unit]).toFixed(display.precision)
      if (!named) return withoutNegativeZero(sign, figure)
      return withoutNegativeZero(sign, `${display.grouped ? groupedFigure(figure) : figure} ${display.unit}`)
    }
  }
}

/** Figures shorter than this stand together (ISO 80000-1, 7.3.1, leaves that open for four). */
const LEAST_GROUPED = 5

/** The digits before the point in groups of three, parted by a narrow space (ISO 80000-1, 7.3.1). */
export function groupedFigure(figure: string): string {
  const [whole = '', ...rest] = figure.split('.')
  const parted = whole.length < LEAST_GROUPED ? whole : whole.replace(/\B(?=(\d{3})+$)/g, '\u202f')
  return [parted, ...rest].join('.')
}

/** A height over the zero of the job, with its sign: `+3150`, `±0`. */
export function formatLevel(mm: number, display: LengthDisplay): string {
  const figure = formatLength(mm, display, false)
  return mm === 0 ? '±0' : mm > 0 ? `+${figure}` : figure
}

/** A part of a whole in thousandths: `−1.24 ‰`. */
export function formatPerThousand(value: number): string {
  return `${withoutNegativeZero(value < 0 ? '−' : '', Math.abs(value).toFixed(2))} ‰`
}

/** Whether lengths are shown in feet or inches. */
export const isImperial = ({ unit }: Pick<LengthDisplay, 'unit'>): boolean => unit === 'ft' || unit === 'in'

/**
 * A ratio of sheet to site as the trade writes it: `1:100`, `1:98.61`, or `2:1` for enlarged details.
 * @param display of a job; in feet and inches the ratios that have a name there go by it: `1/4″ = 1′-0″`, `1″ = 20′`
 */
export function formatRatio(mmPerSheetMm: number, display?: Pick<LengthDisplay, 'unit'>): string {
  const named = display && isImperial(display) ? imperialRatio(mmPerSheetMm) : null
  if (named) return named
  const tidy = (n: number) => Number(n.toPrecision(4)).toString()
  return mmPerSheetMm >= 1 ? `1:${tidy(mmPerSheetMm)}` : `${tidy(1 / mmPerSheetMm)}:1`
}

/** Paper for a foot of the building is drawn in parts of an inch as fine as this. */
const FINEST_OF_INCH = 32
/** A ratio goes by its name where it is within this part of it. */
const SAME_RATIO = 5e-4
/** The smallest and largest scales that are written as inches to the foot; beyond them it is feet to the inch. */
const LARGEST_INCHES = 3
const SMALLEST_INCHES = 1 / 16

/** A ratio as jobs in feet and inches name it; null where it has no name there. */
function imperialRatio(ratio: number): string | null {
  const parts = (12 / ratio) * FINEST_OF_INCH
  const inch = parts / FINEST_OF_INCH
  const isSame = (value: number) => Math.abs(value / Math.round(value) - 1) < SAME_RATIO
  if (inch > SMALLEST_INCHES * (1 - SAME_RATIO) && inch < LARGEST_INCHES * (1 + SAME_RATIO))
    return isSame(parts) ? `${inches(Math.round(parts), FINEST_OF_INCH)}″ = 1′-0″` : null
  const feet = ratio / 12
  return feet > 1 && isSame(feet) ? `1″ = ${Math.round(feet)}′` : null
}

function withoutNegativeZero(sign: string, figure: string): string {
  return /[1-9]/.test(figure) ? sign + figure : figure
}

function feetAndInches(mm: number, parts: number): string {
  const total = Math.round((mm / 25.4) * parts)
  const feet = Math.floor(total / (12 * parts))
  const rest = inches(total - feet * 12 * parts, parts)
  return feet === 0 ? `${rest}″` : `${feet}′ ${rest}″`
}

/** `count` parts of 1/`parts` inch as whole and lowest-terms fraction. */
function inches(count: number, parts: number): string {
  const whole = Math.floor(count / parts)
  let over = count - whole * parts
  let under = parts
  while (over > 0 && over % 2 === 0) {
    over /= 2
    under /= 2
  }
  if (over === 0) return String(whole)
  return whole === 0 ? `${over}/${under}` : `${whole} ${over}/${under}`
}

/** The international avoirdupois pound (1959 agreement). */
export const KG_PER_LB = 0.453_592_37

/** A mass in kilograms, or in pounds on jobs in feet and inches. */
export function formatMass(kg: number, display: Pick<LengthDisplay, 'unit'>): string {
  const [figure, sign] = isImperial(display) ? [kg / KG_PER_LB, 'lb'] : [kg, 'kg']
  return `${figure.toFixed(figure < 100 ? 2 : 1)} ${sign}`
}

/** A volume in cubic metres, or cubic feet on jobs in feet and inches. */
export function formatVolume(mm3: number, display: LengthDisplay): string {
  return isImperial(display) ? `${(mm3 / MM_PER.ft ** 3).toFixed(2)} cu ft` : `${(mm3 / 1e9).toFixed(3)} m³`
}

/** An area in the larger unit of the job's own kind: square metres to 0.01, or square feet to 0.1. */
export function formatArea(mm2: number, display: LengthDisplay): string {
  const figure = isImperial(display) ? (mm2 / MM_PER.ft ** 2).toFixed(1) : (mm2 / 1e6).toFixed(2)
  return `${display.grouped ? groupedFigure(figure) : figure} ${isImperial(display) ? 'sq ft' : 'm²'}`
}

/** How many of what, in words: `1 line`, `12,000 lines`. @param word of one */
export const counted = (count: number, word: string): string =>
  `${count.toLocaleString('en')} ${word}${count === 1 ? '' : 's'}`
