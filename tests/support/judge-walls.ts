import { projectiveOf } from '@/core/geometry/projective'
import { along, distance, type Point } from '@/core/geometry/vector'
import type { SheetOnBoard } from '@/core/propose/walls/board-lines'
import { proposeWalls } from '@/core/propose/walls/propose'
import { USUAL_CERTAINTY } from '@/core/propose/walls/proposed-wall'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { indexSheet } from '@/core/sheet/binary'
import type { Linework } from '@/core/sheet/linework'
import type { CorpusPlan } from './plan-corpus/drafting'
import { type Producer, printPage, shrinkBy } from './print-page'
import { readSheet } from './read-sheet'
import { readScan, type Scan, scanPage } from './scan-page'

/** A wall by its centre line. */
export interface CentreLine {
  readonly start: Point
  readonly end: Point
  readonly thicknessMm: number
}

/** A made-up floor plan as Calque reads it, with its true walls on the board. */
export interface ReadPlan {
  readonly plan: CorpusPlan
  readonly linework: Linework
  readonly on: SheetOnBoard
  readonly truth: readonly CentreLine[]
  /** How large a pixel of its scan is in the building; 0 for one that is no scan. */
  readonly pixelMm: number
  /** From the building's millimetres to the board. */
  readonly place: (p: readonly [number, number]) => Point
}

/** What was read, at its true size. */
const onBoard = (read: Omit<ReadPlan, 'on' | 'truth'>, mmPerPt: number): ReadPlan => ({
  ...read,
  on: { map: projectiveOf([mmPerPt, 0, 0, mmPerPt, 0, 0]), mmPerPt, parts: [], markup: false, shows: () => true },
  truth: read.plan.walls.map(({ start, end, thicknessMm }) => ({
    start: read.place(start),
    end: read.place(end),
    thicknessMm,
  })),
})

export async function readPlan(plan: CorpusPlan, producer: Producer): Promise<ReadPlan> {
  const { linework } = await readSheet(await printPage(plan, producer))
  const shrink = shrinkBy(plan, producer)
  const mmPerPt = plan.mmPerPt / shrink
  const place = (p: readonly [number, number]): Point => {
    const [x, y] = plan.toPage(p)
    return { x: x * plan.mmPerPt, y: y * plan.mmPerPt + (linework.heightPt * mmPerPt - plan.heightPt * plan.mmPerPt) }
  }
  return onBoard({ plan, linework, place, pixelMm: 0 }, mmPerPt)
}

/** The same plan from a scan of it. */
export async function readScannedPlan(plan: CorpusPlan, scan: Scan, seed: number): Promise<ReadPlan> {
  const linework = await readScan(await scanPage(await printPage(plan, 'pdf-lib'), scan, seed))
  const { mmPerPt, widthPt, heightPt } = plan
  const [cos, sin] = [Math.cos(scan.skewRad), Math.sin(scan.skewRad)]
  const place = (p: readonly [number, number]): Point => {
    const [x, y] = plan.toPage(p)
    const [dx, dy] = [x - widthPt / 2, y - heightPt / 2]
    return {
      x: (linework.widthPt / 2 + dx * cos - dy * sin) * mmPerPt,
      y: (linework.heightPt / 2 + dx * sin + dy * cos) * mmPerPt,
    }
  }
  return onBoard({ plan, linework, place, pixelMm: (72 / scan.dpi) * mmPerPt }, mmPerPt)
}

const STEP_MM = 50
/** How far beside the true centre line a wall may lie, how far from the true thickness it may be, and how far past an end it may reach. */
const ASIDE_MM = 25
const THICKER_MM = 15
const PAST_MM = 300

/** How much of some walls lies on some others, in millimetres of all. @param pixelMm of a scan: each face is told to half of it */
export function lengthOn(
  walls: readonly CentreLine[],
  others: readonly CentreLine[],
  pixelMm = 0,
): { on: number; all: number } {
  let [on, all] = [0, 0]
  for (const { start, end, thicknessMm } of walls) {
    const size = Math.hypot(end.x - start.x, end.y - start.y)
    const steps = Math.max(1, Math.round(size / STEP_MM))
    all += size
    for (let k = 0; k < steps; k++) {
      const t = (k + 0.5) / steps
      const p = { x: start.x + (end.x - start.x) * t, y: start.y + (end.y - start.y) * t }
      const turn = Math.atan2(end.y - start.y, end.x - start.x)
      const isOn = others.some((other) => {
        const length = Math.hypot(other.end.x - other.start.x, other.end.y - other.start.y)
        const [ux, uy] = [(other.end.x - other.start.x) / length, (other.end.y - other.start.y) / length]
        const [dx, dy] = [p.x - other.start.x, p.y - other.start.y]
        const along = dx * ux + dy * uy
        return (
          Math.abs(dx * uy - dy * ux) <= ASIDE_MM &&
          along >= -PAST_MM &&
          along <= length + PAST_MM &&
          Math.abs(Math.sin(turn - Math.atan2(uy, ux))) < 0.02 &&
          Math.abs(other.thicknessMm - thicknessMm) <= THICKER_MM + pixelMm
        )
      })
      if (isOn) on += size / steps
    }
  }
  return { on, all }
}

/** What was proposed for a made-up floor plan, against what stands in it. Millimetres, and counts of openings. */
export interface JudgedWalls {
  readonly proposed: number
  readonly right: number
  readonly truth: number
  readonly found: number
  readonly openings: number
  /** Openings of the right use that are found where they are, as wide as they are. */
  readonly openingsFound: number
  /** Openings that are proposed. */
  readonly openingsProposed: number
  readonly ms: number
}

/** An opening is found where its middle and its width are right to this. */
const OPENING_MM = 40

export const judgeWalls = async (plan: CorpusPlan, producer: Producer): Promise<JudgedWalls> =>
  judged(await readPlan(plan, producer))

export function judged({ plan, linework, on, truth, place, pixelMm }: ReadPlan): JudgedWalls {
  const { index } = indexSheet(linework)
  const start = performance.now()
  const proposed = proposeWalls(linework, on, sheetFinder(index, on.map, on.mmPerPt)).filter(
    ({ certainty }) => certainty >= USUAL_CERTAINTY,
  )
  const ms = performance.now() - start
  const [mine, theirs] = [lengthOn(proposed, truth, pixelMm), lengthOn(truth, proposed, pixelMm)]
  const found = proposed.flatMap((wall) => {
    const size = distance(wall.start, wall.end)
    return wall.openings.map(({ alongMm, widthMm, use }) => ({
      at: along(wall.start, wall.end, alongMm / size),
      widthMm,
      use,
    }))
  })
  const openingsFound = plan.openings.filter((opening) =>
    found.some(
      ({ at, widthMm, use }) =>
        use === opening.use &&
        distance(at, place(opening.at)) < OPENING_MM &&
        Math.abs(widthMm - opening.widthMm) < OPENING_MM,
    ),
  ).length
  return {
    proposed: mine.all,
    right: mine.on,
    truth: theirs.all,
    found: theirs.on,
    openings: plan.openings.length,
    openingsFound,
    openingsProposed: found.length,
    ms,
  }
}
