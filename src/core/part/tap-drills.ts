import { MM_PER } from '../units/length'
import { drillMm } from './drills'

/**
 * Drills for cutting threads as the tables have them: metric ones in millimetres (ISO 2306), unified ones by number,
 * letter or fraction of an inch (about 75 % of a full thread, as in machinists' tables after ASME B1.1 and B94.9).
 */
const METRIC: Readonly<Record<string, number>> = {
  'M1.6': 1.25,
  M2: 1.6,
  'M2.5': 2.05,
  M3: 2.5,
  'M3.5': 2.9,
  M4: 3.3,
  M5: 4.2,
  M6: 5,
  M8: 6.8,
  M10: 8.5,
  M12: 10.2,
  M14: 12,
  M16: 14,
  M18: 15.5,
  M20: 17.5,
  M22: 19.5,
  M24: 21,
  M27: 24,
  M30: 26.5,
  M33: 29.5,
  M36: 32,
  'M8 × 1': 7,
  'M10 × 1.25': 8.8,
  'M10 × 1': 9,
  'M12 × 1.5': 10.5,
  'M12 × 1.25': 10.8,
  'M14 × 1.5': 12.5,
  'M16 × 1.5': 14.5,
  'M18 × 1.5': 16.5,
  'M20 × 1.5': 18.5,
  'M22 × 1.5': 20.5,
  'M24 × 2': 22,
  'M27 × 2': 25,
  'M30 × 2': 28,
  'M33 × 2': 31,
  'M36 × 3': 33,
}

const UNIFIED: Readonly<Record<string, string>> = {
  '#1-64 UNC': '53',
  '#2-56 UNC': '50',
  '#3-48 UNC': '47',
  '#4-40 UNC': '43',
  '#5-40 UNC': '38',
  '#6-32 UNC': '36',
  '#8-32 UNC': '29',
  '#10-24 UNC': '25',
  '#12-24 UNC': '16',
  '1/4-20 UNC': '7',
  '5/16-18 UNC': 'F',
  '3/8-16 UNC': '5/16',
  '7/16-14 UNC': 'U',
  '1/2-13 UNC': '27/64',
  '9/16-12 UNC': '31/64',
  '5/8-11 UNC': '17/32',
  '3/4-10 UNC': '21/32',
  '7/8-9 UNC': '49/64',
  '1-8 UNC': '7/8',
  '#0-80 UNF': '3/64',
  '#1-72 UNF': '53',
  '#2-64 UNF': '50',
  '#3-56 UNF': '45',
  '#4-48 UNF': '42',
  '#5-44 UNF': '37',
  '#6-40 UNF': '33',
  '#8-36 UNF': '29',
  '#10-32 UNF': '21',
  '#12-28 UNF': '14',
  '1/4-28 UNF': '3',
  '5/16-24 UNF': 'I',
  '3/8-24 UNF': 'Q',
  '7/16-20 UNF': '25/64',
  '1/2-20 UNF': '29/64',
  '9/16-18 UNF': '33/64',
  '5/8-18 UNF': '37/64',
  '3/4-16 UNF': '11/16',
  '7/8-14 UNF': '13/16',
  '1-12 UNF': '59/64',
}

/** A drill of the tables: how it is called, and its diameter. */
export interface TapDrill {
  readonly name: string
  readonly diameterMm: number
}

/** The drill for a thread by its name; null where the tables have none. */
export function tapDrillOf(thread: string): TapDrill | null {
  const mm = METRIC[thread]
  if (mm !== undefined) return { name: `${mm} mm`, diameterMm: mm }
  const inch = UNIFIED[thread]
  if (inch === undefined) return null
  const [over, under] = inch.split('/').map(Number) as [number, number]
  if (under) return { name: `${inch}″`, diameterMm: (over / under) * MM_PER.in }
  const diameterMm = drillMm(inch)
  return diameterMm === null ? null : { name: /^\d/.test(inch) ? `No. ${inch}` : `letter ${inch}`, diameterMm }
}

/** Metric drills of these tables that are no tenths. */
export const TAP_DRILLS_MM: readonly number[] = Object.values(METRIC)
