import { flattenCubic } from '@/core/geometry/bezier'
import { isInside } from '@/core/geometry/polygon'
import { project } from '@/core/geometry/projective'
import { distance, type Point } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import { boardMap, sheetMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { wallOutlines } from '@/core/model/wall/joins'
import type { IndexedSheet } from '@/core/sheet/binary'
import { type Caught, catchAt } from '@/core/snap/catch'
import { CatchIndex } from '@/core/snap/catch-index'
import type { SourceView } from '../api'
import { sheetOf } from '../sheets/sheet-of'
import { limitsOf } from '../sheets/shown'

/** How near the cursor must come, in CSS pixels. */
export const CATCH_RADIUS_PX = 11

/** A place on the board: where the cursor is or what it caught. */
export interface BoardPoint {
  /** On the work plane, millimetres. */
  readonly at: Point
  readonly caught: {
    readonly word: string
    /** The sheet it was caught on; null on the traced model. */
    readonly underlayId: string | null
    /** In the sheet's own space, exactly as caught. */
    readonly onSheetPt: Point | null
    /** The caught lines on the work plane, to be lit up. */
    readonly lines: readonly (readonly Point[])[]
  } | null
}

export interface CatchSurroundings {
  readonly underlays: readonly Underlay[]
  readonly sources: readonly SourceView[]
  readonly sheets: ReadonlyMap<string, IndexedSheet>
  readonly model: CatchIndex
}

/** Sheets from the top of the stack downwards that can be caught. */
const catchable = ({ underlays }: CatchSurroundings) =>
  underlays.filter(({ visible, catching }) => visible && catching).reverse()

/** What the cursor at `at` means: the nearest catch on the model and on every underlay, the model first where both are as near. */
export function catchOnBoard(at: Point, radiusMm: number, around: CatchSurroundings): BoardPoint {
  const onModel = catchAt(around.model, at, radiusMm)
  let best: BoardPoint = { at, caught: null }
  let bestScore = Infinity
  if (onModel) {
    best = {
      at: onModel.point,
      caught: { word: onModel.word, underlayId: null, onSheetPt: null, lines: chords(onModel) },
    }
    bestScore = scoreOf(onModel, distance(onModel.point, at) / radiusMm)
  }
  for (const underlay of catchable(around)) {
    const hash = sheetOf(around.sources, underlay.sheetId)?.sheet.lineworkHash
    const sheet = hash && around.sheets.get(hash)
    const map = boardMap(underlay.placement)
    const back = sheetMap(underlay.placement)
    if (!sheet || !back) continue
    const { mmPerPt } = underlay.placement
    const caught = catchAt(sheet.index, project(back, at), radiusMm / mmPerPt, limitsOf(sheet, underlay))
    if (!caught) continue
    const place = project(map, caught.point)
    const score = scoreOf(caught, distance(place, at) / radiusMm)
    if (score >= bestScore) continue
    const lines = chords(caught).map((line) => line.map((p) => project(map, p)))
    best = { at: place, caught: { word: caught.word, underlayId: underlay.id, onSheetPt: caught.point, lines } }
    bestScore = score
  }
  return best
}

/** A place on a line gives way to any point of its own. */
const scoreOf = (caught: Caught, away: number): number => (caught.word === 'on line' ? 1 + away : away)

const chords = (caught: Caught): Point[][] =>
  caught.lines.map(({ start, end, curve }) => (curve ? flattenCubic(curve, 0.1) : [start, end]))

/** Why nothing on the sheets can be caught at a place, in words; null where it can. */
export function whyNothing(
  { underlays, sources, sheets }: Omit<CatchSurroundings, 'model'>,
  at: Point | null,
): string | null {
  const shown = underlays.filter(({ visible }) => visible)
  if (underlays.length === 0) return 'no sheet yet'
  if (shown.length === 0) return 'all sheets are hidden'
  const on = shown.filter(({ catching }) => catching)
  if (on.length === 0) return 'catching is off for every shown sheet'
  if (at && on.every((underlay) => isCroppedAway(underlay, at))) return 'the sheet is cropped away here'
  const found = on.map(({ sheetId }) => sheetOf(sources, sheetId)?.sheet)
  if (found.every((sheet) => sheet?.content === 'image')) return 'the sheet is an image: no lines to catch'
  if (
    found.some(
      (sheet) => sheet && (!sheet.lineworkHash || !sheets.has(sheet.lineworkHash)) && sheet.status !== 'failed',
    )
  )
    return 'the lines are still being read'
  return null
}

function isCroppedAway({ crop, placement }: Underlay, at: Point): boolean {
  const back = sheetMap(placement)
  return crop !== null && back !== null && !isInside(crop, project(back, at))
}

/** The catch index of the traced model: faces and traced lines of its walls. */
export function indexModel(records: Iterable<ProjectRecord>): CatchIndex {
  const walls = [...records].filter((record) => record.kind === 'wall')
  const coordinates: number[] = walls.flatMap(({ start, end }) => [start.x, start.y, end.x, end.y])
  for (const outline of wallOutlines(walls).values())
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length]!
      coordinates.push(p.x, p.y, q.x, q.y)
    })
  return CatchIndex.build({
    segments: Float64Array.from(coordinates),
    segmentFlags: new Uint8Array(coordinates.length / 4),
    curves: new Float64Array(0),
    curveFlags: new Uint8Array(0),
  })
}
