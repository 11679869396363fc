import type { Box } from '../geometry/box'
import { formatRatio } from '../units/format'
import { MM_PER_PT } from '../units/length'
import type { StatedRatio } from '../units/ratio-in-text'

/** A scale that a file itself records for a part of a page, in figures rather than in words on the drawing. */
export interface StatedMeasure {
  /** A viewport of the page, a measuring annotation on it, or a part that is placed on the earth. */
  readonly source: 'viewport' | 'annotation' | 'map'
  /** What the file calls it; null where it has no name. */
  readonly name: string | null
  /** The scale in the file's own words, such as `1 in = 4 ft`; empty where it has none. */
  readonly words: string
  /** The part of the sheet that it holds for, in sheet space. */
  readonly box: Box
  /** Millimetres of the building in one point, along and up the sheet. */
  readonly mmPerPtX: number
  readonly mmPerPtY: number
}

/** How sure a recorded scale is: nobody has to read it, but a page may have been printed anew since. */
export const RECORDED = 0.95

/** The one that holds for the largest part; null where there is none. */
export const largestMeasure = (measures: readonly StatedMeasure[]): StatedMeasure | null =>
  measures.reduce<StatedMeasure | null>((best, each) => (!best || areaOf(each) > areaOf(best) ? each : best), null)

const areaOf = ({ box: { minX, minY, maxX, maxY } }: StatedMeasure): number => (maxX - minX) * (maxY - minY)

/** Scales that differ by more than this part are not one. */
const SAME_SCALE = 0.005

/** Whether two scales say the same. @param mmPerPt of each */
export const isSameScale = (a: number, b: number): boolean => Math.abs(a / b - 1) <= SAME_SCALE

/** The scale of a measure, along and up together. */
export const mmPerPtOf = ({ mmPerPtX, mmPerPtY }: Pick<StatedMeasure, 'mmPerPtX' | 'mmPerPtY'>): number =>
  Math.sqrt(mmPerPtX * mmPerPtY)

/** The one ratio of all the viewports of a page, site to paper; null where they differ or there are none. */
export function recordedRatio(measures: readonly StatedMeasure[]): StatedRatio | null {
  const [first, ...others] = measures.filter(({ source }) => source === 'viewport').map(mmPerPtOf)
  if (first === undefined || !others.every((each) => isSameScale(each, first))) return null
  const ratio = first / MM_PER_PT
  return { ratio, words: formatRatio(ratio) }
}
