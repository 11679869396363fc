import { directionAt, SAME_MM } from '@/core/geometry/piece/piece'
import { distance, type Point } from '@/core/geometry/vector'
import type { CatchContext, PassedPoint } from '@/core/snap/scene'
import { updateSession, useBench } from '../bench-store'
import { useProject } from '../project/store'
import { underlaysInSight } from '../sheets/in-sight'
import { useSheetData } from '../sheets/sheet-data'
import { toolNamed } from '../tools/registry'
import {
  type BoardPoint,
  CATCH_RADIUS_PX,
  type CatchSurroundings,
  candidatesOnBoard,
  catchOnBoard,
} from './catch-on-board'
import { currentPlan } from './plan'
import { toPlane, useView } from './view'

/** A point counts as passed over once the cursor has stayed on it this long. */
const PASSED_AFTER_MS = 100
/** Passed points are remembered this long, and so many of them. */
const REMEMBERED_MS = 30_000
const MOST_PASSED = 4

interface Remembered extends PassedPoint {
  readonly when: number
}

let passed: readonly Remembered[] = []
let resting: { at: Point; since: number } | null = null
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
  const { catching, session, tool, choices } = useBench.getState()
  const measuring = toolNamed(tool).measures === true
  const now = Date.now()
  return {
    from: session.points.at(-1)?.at ?? null,
    passed: passed.filter(({ when }) => now - when < REMEMBERED_MS),
    gridSpacing: choices.gridMm > 0 && (!measuring || choices.gridWhileMeasuring) ? choices.gridMm : null,
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
  if (catchNothing || toolNamed(tool).bare) return { at, caught: null }
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
  if (lastScreen && useBench.getState().session.raw) updateSession({ raw: pointAt(lastScreen) })
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
  updateSession({ raw: round.list[round.index]! })
}

/** Forgets what was pointed at, where the mouse has left. */
export function pointNowhere(): void {
  before = null
  round = null
  lastScreen = null
}

/** The angle of the straight line last touched; null where none was. */
export function touchedRad(): number | null {
  const lines = [before?.caught?.source.lines ?? [], ...passed.map(({ lines: each }) => each)].flat()
  const line = lines.find(({ piece }) => piece.kind === 'segment')
  if (!line) return null
  const { x, y } = directionAt(line.piece, 0)
  return Math.atan2(y, x)
}

/** Takes a point up among the passed ones once the cursor has rested on it. */
function remember(point: BoardPoint): void {
  const now = Date.now()
  const source = point.caught?.source
  if (source?.rank !== 'point' || source.guides) {
    resting = null
    return
  }
  if (!resting || distance(resting.at, point.at) > SAME_MM) resting = { at: point.at, since: now }
  if (now - resting.since < PASSED_AFTER_MS) return
  const others = passed.filter(({ at }) => distance(at, point.at) > SAME_MM)
  passed = [{ at: point.at, word: source.word, lines: source.lines, when: now }, ...others].slice(0, MOST_PASSED)
}
