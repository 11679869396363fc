import { MM_PER } from '../units/length'
import { tapDrillOf } from './tap-drills'

/** A screw thread by its standard. Lengths in millimetres. */
export interface Thread {
  /** As it is written on drawings: M8 × 1, 1/4-20 UNC. */
  readonly name: string
  readonly nominalMm: number
  readonly pitchMm: number
  readonly series: ThreadSeries
}

export type ThreadSeries = 'metric coarse' | 'metric fine' | 'unified coarse' | 'unified fine' | 'special'

/** The table that a series comes from. */
export const THREAD_STANDARDS: Readonly<Record<Exclude<ThreadSeries, 'special'>, string>> = {
  'metric coarse': 'ISO 261, coarse',
  'metric fine': 'ISO 261, fine',
  'unified coarse': 'ASME B1.1, UNC',
  'unified fine': 'ASME B1.1, UNF',
}

/** Diameter and pitch, ISO 261. */
const METRIC_COARSE: readonly (readonly [number, number])[] = [
  [1.6, 0.35],
  [2, 0.4],
  [2.5, 0.45],
  [3, 0.5],
  [3.5, 0.6],
  [4, 0.7],
  [5, 0.8],
  [6, 1],
  [8, 1.25],
  [10, 1.5],
  [12, 1.75],
  [14, 2],
  [16, 2],
  [18, 2.5],
  [20, 2.5],
  [22, 2.5],
  [24, 3],
  [27, 3],
  [30, 3.5],
  [33, 3.5],
  [36, 4],
]

const METRIC_FINE: readonly (readonly [number, number])[] = [
  [8, 1],
  [10, 1.25],
  [10, 1],
  [12, 1.5],
  [12, 1.25],
  [14, 1.5],
  [16, 1.5],
  [18, 1.5],
  [20, 1.5],
  [22, 1.5],
  [24, 2],
  [27, 2],
  [30, 2],
  [33, 2],
  [36, 3],
]

/** Size as it is written, its diameter in inches, threads to the inch; ASME B1.1. */
const UNIFIED_COARSE: readonly (readonly [string, number, number])[] = [
  ['#1', 0.073, 64],
  ['#2', 0.086, 56],
  ['#3', 0.099, 48],
  ['#4', 0.112, 40],
  ['#5', 0.125, 40],
  ['#6', 0.138, 32],
  ['#8', 0.164, 32],
  ['#10', 0.19, 24],
  ['#12', 0.216, 24],
  ['1/4', 1 / 4, 20],
  ['5/16', 5 / 16, 18],
  ['3/8', 3 / 8, 16],
  ['7/16', 7 / 16, 14],
  ['1/2', 1 / 2, 13],
  ['9/16', 9 / 16, 12],
  ['5/8', 5 / 8, 11],
  ['3/4', 3 / 4, 10],
  ['7/8', 7 / 8, 9],
  ['1', 1, 8],
]

const UNIFIED_FINE: readonly (readonly [string, number, number])[] = [
  ['#0', 0.06, 80],
  ['#1', 0.073, 72],
  ['#2', 0.086, 64],
  ['#3', 0.099, 56],
  ['#4', 0.112, 48],
  ['#5', 0.125, 44],
  ['#6', 0.138, 40],
  ['#8', 0.164, 36],
  ['#10', 0.19, 32],
  ['#12', 0.216, 28],
  ['1/4', 1 / 4, 28],
  ['5/16', 5 / 16, 24],
  ['3/8', 3 / 8, 24],
  ['7/16', 7 / 16, 20],
  ['1/2', 1 / 2, 20],
  ['9/16', 9 / 16, 18],
  ['5/8', 5 / 8, 18],
  ['3/4', 3 / 4, 16],
  ['7/8', 7 / 8, 14],
  ['1', 1, 12],
]

const MM_PER_IN = MM_PER.in

const metric =
  (series: ThreadSeries) =>
  ([nominalMm, pitchMm]: readonly [number, number]): Thread => ({
    name: series === 'metric coarse' ? `M${nominalMm}` : `M${nominalMm} × ${pitchMm}`,
    nominalMm,
    pitchMm,
    series,
  })

const unified =
  (series: ThreadSeries, word: string) =>
  ([size, inches, perInch]: readonly [string, number, number]): Thread => ({
    name: `${size}-${perInch} ${word}`,
    nominalMm: inches * MM_PER_IN,
    pitchMm: MM_PER_IN / perInch,
    series,
  })

export const THREADS: readonly Thread[] = [
  ...METRIC_COARSE.map(metric('metric coarse')),
  ...METRIC_FINE.map(metric('metric fine')),
  ...UNIFIED_COARSE.map(unified('unified coarse', 'UNC')),
  ...UNIFIED_FINE.map(unified('unified fine', 'UNF')),
]

/** Two pitches or diameters are one within this part. */
const SAME = 1e-3

const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME * Math.max(a, b)

/** A metric thread by its diameter, the coarse one where no pitch is given; one that is in no table is special. */
export function metricThread(nominalMm: number, pitchMm?: number): Thread | null {
  const found = THREADS.find(
    (thread) =>
      thread.series.startsWith('metric') &&
      near(thread.nominalMm, nominalMm) &&
      (pitchMm === undefined ? thread.series === 'metric coarse' : near(thread.pitchMm, pitchMm)),
  )
  if (found || pitchMm === undefined) return found ?? null
  return { name: `M${nominalMm} × ${pitchMm}`, nominalMm, pitchMm, series: 'special' }
}

/** A unified thread by its diameter and threads to the inch. @param size as it is written */
export function unifiedThread(size: string, inches: number, perInch: number): Thread {
  const found = THREADS.find(
    (thread) =>
      thread.series.startsWith('unified') &&
      near(thread.nominalMm, inches * MM_PER_IN) &&
      near(thread.pitchMm, MM_PER_IN / perInch),
  )
  return (
    found ?? {
      name: `${size}-${perInch} UN`,
      nominalMm: inches * MM_PER_IN,
      pitchMm: MM_PER_IN / perInch,
      series: 'special',
    }
  )
}

/** The diameter of a numbered screw, in inches (ASME B1.1): 0.060 for 0 and 0.013 more for each. */
export const screwInches = (number: number): number => 0.06 + 0.013 * number

/** What is drilled before a thread is cut: by the tables, else its diameter less its pitch. */
export const tapDrillMm = ({ name, nominalMm, pitchMm }: Thread): number =>
  tapDrillOf(name)?.diameterMm ?? nominalMm - pitchMm
