import { create } from 'zustand'
import { directionAt, SAME_MM } from '@/core/geometry/piece/piece'
import { distance, type Point } from '@/core/geometry/vector'
import type { Caught } from '@/core/snap/catch'
import type { CatchContext, PassedPoint } from '@/core/snap/scene'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { toPlane } from '@/studio/kernel/view'
import { optionsNow, useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { currentPlan } from '@/studio/state/plan'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { gridOptions } from '@/studio/tooling/options'
import { CATCH_RADIUS_PX, type CatchSurroundings, candidatesOnBoard, catchOnBoard } from './catch-on-board'
import { workbench } from './workbench'

/** A point counts as passed over once the cursor has stayed on it this long. */
const PASSED_AFTER_MS = 100
/** Passed points are remembered this long, and so many of them. */
const REMEMBERED_MS = 30_000
const MOST_PASSED = 4

interface Remembered extends PassedPoint {
  readonly when: number
}

/** The points that were passed over a moment ago, the latest first. */
export const usePassed = create<{ readonly points: readonly Remembered[] }>(() => ({ points: [] }))
let resting: { at: Point; timer: ReturnType<typeof setTimeout> } | null = null
let before: BoardPoint | null = null
/** What is being gone round: the candidates of one place. */
let round: { list: readonly BoardPoint[]; index: number; screen: Point } | null = null
let lastScreen: Point | null = null

export function surroundings(): CatchSurroundings {
  const { sources } = useProject.getState()
  const { sheets, drawn } = useBench.getState().catching
  return {
    underlays: sheets ? underlaysInSight() : [],
    sources,
    sheets: useSheetData.getState().byHash,
    model: drawn ? currentPlan() : null,
  }
}

function context(): CatchContext {
  const { catching, session, tool } = useBench.getState()
  const { gridMm, gridWhileMeasuring } = optionsNow(gridOptions)
  const measuring = tool.measures === true
  return {
    from: session.points.at(-1)?.at ?? null,
    passed: stillPassed(),
    gridSpacing: gridMm > 0 && (!measuring || gridWhileMeasuring) ? gridMm : null,
    off: new Set(catching.off),
  }
}

/** What the mouse points at: what it caught, unless a held key says that nothing shall be. */
export function pointAt(screen: Point): BoardPoint {
  const view = useView.getState()
  const at = toPlane(view, screen)
  const moved = !round || distance(round.screen, screen) > 3
  if (moved) round = null
  lastScreen = screen
  const { catchNothing, tool } = useBench.getState()
  if (catchNothing || tool.bare) return { at, caught: null }
  if (round) return round.list[round.index]!
  const point = catchOnBoard(
    at,
    CATCH_RADIUS_PX / view.pxPerMm,
    surroundings(),
    context(),
    before?.caught?.source ?? null,
  )
  remember(point)
  before = point
  return point
}

/** Points at the same place anew: what can be caught there may have changed. */
export function pointAgain(): void {
  before = null
  if (lastScreen && useBench.getState().session.raw) workbench.update({ raw: pointAt(lastScreen) })
}

/** Goes on to the next thing that can be caught where the mouse is. */
export function nextCandidate(): void {
  if (!lastScreen || !useBench.getState().session.raw) return
  const view = useView.getState()
  round ??= {
    list: candidatesOnBoard(toPlane(view, lastScreen), CATCH_RADIUS_PX / view.pxPerMm, surroundings(), context()),
    index: 0,
    screen: lastScreen,
  }
  if (round.list.length === 0) {
    round = null
    return
  }
  round = { ...round, index: (round.index + 1) % round.list.length }
  workbench.update({ raw: round.list[round.index]! })
}

/** Forgets what was pointed at, where the mouse has left. */
export function pointNowhere(): void {
  before = null
  round = null
  lastScreen = null
  stopResting()
}

/** The angle of the straight line last touched; null where none was. */
export function touchedRad(): number | null {
  const lines = [
    before?.caught?.source.lines ?? [],
    ...usePassed.getState().points.map(({ lines: each }) => each),
  ].flat()
  const line = lines.find(({ piece }) => piece.kind === 'segment')
  if (!line) return null
  const { x, y } = directionAt(line.piece, 0)
  return Math.atan2(y, x)
}

/** Takes a point up among the passed ones once the cursor has rested on it. */
function remember({ at, caught }: BoardPoint): void {
  const source = caught?.source
  const worth = source?.rank === 'point' && !source.guides
  if (worth && resting && distance(resting.at, at) <= SAME_MM) return
  stopResting()
  if (worth) resting = { at, timer: setTimeout(() => pass(at, source), PASSED_AFTER_MS) }
}

function stopResting(): void {
  clearTimeout(resting?.timer)
  resting = null
}

function pass(at: Point, { word, lines }: Caught): void {
  const others = usePassed.getState().points.filter((point) => distance(point.at, at) > SAME_MM)
  usePassed.setState({ points: [{ at, word, lines, when: Date.now() }, ...others].slice(0, MOST_PASSED) })
}

/** The passed points that still count. */
export function stillPassed(): readonly PassedPoint[] {
  const now = Date.now()
  return usePassed.getState().points.filter(({ when }) => now - when < REMEMBERED_MS)
}
