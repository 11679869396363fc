import { transfer } from 'comlink'
import { distanceTo } from '@/core/geometry/piece/measure'
import { segment } from '@/core/geometry/piece/piece'
import { project } from '@/core/geometry/projective'
import { add, leftOf, type Point, scale, subtract, unit } from '@/core/geometry/vector'
import { boardMap, sheetMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { NearLine } from '@/core/sheet/catch-index'
import { Flag } from '@/core/sheet/linework'
import type { Stroke } from '@/core/sheet/strokes'
import { toPlane, toScreen, type View } from '@/studio/kernel/view'
import { useProject } from '@/studio/state/project'
import { useView } from '@/studio/state/view'
import { WorkerClient } from '@/studio/state/worker-client'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { StrokeFinder } from '@/workers/strokes'
import { paintSheet } from './paint'
import { useSheetPictures } from './sheet-pictures'

/** Pixels looked at around the cursor, each way. */
const PATCH_PX = 144
/** The cursor may move so far before other pixels are looked at. */
const CELL_PX = 10
/** Places that are remembered. */
const MOST_KEPT = 60

const finder = new WorkerClient<StrokeFinder>(
  () => new Worker(new URL('../../../workers/strokes.ts', import.meta.url), { type: 'module' }),
)
const kept = new Map<string, readonly NearLine[]>()
let asked: string | null = null
const listeners = new Set<() => void>()

/** Hears when strokes near the cursor have been found. @returns a function that stops listening */
export function onStrokes(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Lines found in the pixels of a sheet near a place, in sheet space: centre lines, and edges without ends. They come a moment later. */
export function strokesNear(underlay: Underlay, p: Point, radiusPt: number): readonly NearLine[] {
  const view = useView.getState()
  const screen = toScreen(view, project(boardMap(underlay.placement), p))
  const cell = { x: Math.round(screen.x / CELL_PX) * CELL_PX, y: Math.round(screen.y / CELL_PX) * CELL_PX }
  const { sharp, whole } = useSheetPictures.getState().byUnderlay.get(underlay.id) ?? {}
  const key = [
    underlay.id,
    cell.x,
    cell.y,
    view.pxPerMm,
    view.center.x,
    view.center.y,
    sharp?.pxPerPt,
    sharp?.key,
    whole?.key,
  ].join(' ')
  const known = kept.get(key)
  if (!known) void find(key, underlay, cell, view)
  return (known ?? []).filter(({ piece }) => distanceTo(piece, p) <= radiusPt)
}

async function find(key: string, underlay: Underlay, cell: Point, view: View): Promise<void> {
  if (asked === key) return
  asked = key
  const pixels = pixelsAt(underlay, cell, view)
  const back = sheetMap(underlay.placement)
  if (!pixels || !back) return
  const middle = { x: PATCH_PX / 2, y: PATCH_PX / 2 }
  const strokes = await finder.call((strokes) =>
    strokes.find(transfer(pixels, [pixels.buffer]), PATCH_PX, PATCH_PX, middle),
  )
  const onSheet = (q: Point) =>
    project(back, toPlane(view, { x: q.x - PATCH_PX / 2 + cell.x, y: q.y - PATCH_PX / 2 + cell.y }))
  kept.set(
    key,
    strokes.flatMap((stroke) => linesOf(stroke, onSheet)),
  )
  for (const old of kept.keys()) if (kept.size > MOST_KEPT) kept.delete(old)
  if (asked === key) for (const listener of listeners) listener()
}

/** The sheet alone as it shows around a place of the screen. */
function pixelsAt(underlay: Underlay, cell: Point, view: View): Uint8ClampedArray<ArrayBuffer> | null {
  const found = sheetOf(useProject.getState().sources, underlay.sheetId)
  const context = new OffscreenCanvas(PATCH_PX, PATCH_PX).getContext('2d', { willReadFrequently: true })
  if (!found || !context) return null
  const near: View = { center: toPlane(view, cell), pxPerMm: view.pxPerMm, width: PATCH_PX, height: PATCH_PX }
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, PATCH_PX, PATCH_PX)
  // Its own tone is only how strongly it shows; the edge of the sheet is none of its strokes.
  paintSheet(
    context,
    near,
    { ...underlay, tone: 1 },
    found.source,
    found.sheet,
    useSheetPictures.getState().byUnderlay.get(underlay.id),
    'bare',
  )
  return context.getImageData(0, 0, PATCH_PX, PATCH_PX).data
}

function linesOf(
  { start, end, widthPx, goesOnAtStart, goesOnAtEnd }: Stroke,
  onSheet: (p: Point) => Point,
): NearLine[] {
  const flags = (goesOnAtStart ? Flag.cutStart : 0) | (goesOnAtEnd ? Flag.cutEnd : 0)
  const along = unit(subtract(end, start))
  const line = (by: Point, own: number): NearLine => {
    const [a, b] = [onSheet(add(start, by)), onSheet(add(end, by))]
    // A number below zero marks what was found in pixels.
    return { item: -1, flags: own, start: a, end: b, piece: segment(a, b) }
  }
  if (!along) return []
  const side = scale(leftOf(along), widthPx / 2)
  const edges =
    widthPx > 3 ? [line(side, Flag.cutStart | Flag.cutEnd), line(scale(side, -1), Flag.cutStart | Flag.cutEnd)] : []
  return [line({ x: 0, y: 0 }, flags), ...edges]
}
