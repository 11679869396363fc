import { expose } from 'comlink'
import { isInside } from '@/core/geometry/polygon'
import type { Point } from '@/core/geometry/vector'
import { type PlanReading, readPlan } from '@/core/propose/read-plan'
import type { SheetOnBoard } from '@/core/propose/walls/board-lines'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { fetchSheet } from './fetch-sheet'

/** A sheet as it lies, in a form that can be sent. */
export interface WallsJob extends Omit<SheetOnBoard, 'shows'> {
  /** In sheet space; null for the whole sheet. */
  readonly crop: readonly Point[] | null
}

/** Reads plans beside the page. */
const reader = {
  /** @param url where the linework is had; browsers keep it */
  async read(url: string, { crop, ...on }: WallsJob): Promise<PlanReading> {
    const { linework, index } = await fetchSheet(url)
    const shows = (p: Point) => !crop || isInside(crop, p)
    return readPlan(linework, { ...on, shows }, sheetFinder(index, on.map, on.mmPerPt))
  },
}

export type PlanReader = typeof reader

expose(reader)
