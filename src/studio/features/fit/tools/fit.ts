import { pickedLengthPt } from '@/core/fit/picking'
import { placementBy } from '@/core/fit/refit'
import { FitError, statedPart } from '@/core/fit/residual'
import { project } from '@/core/geometry/projective'
import { type Point, subtract } from '@/core/geometry/vector'
import type { Reading } from '@/core/model/reading/schema'
import { sheetMap } from '@/core/model/underlay/placement'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import {
  EMPTY_SESSION,
  type Outcome,
  PICK_RADIUS_PX,
  type Session,
  type Tool,
  type ToolContext,
} from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { holdDirection } from '@/studio/tooling/direction'
import { fitBy } from '../fit-by'
import { togetherOf } from '../group'
import { knownLengthOptions } from '../options'

/**
 * Two points of a sheet and the true length between them. The first such dimension gives the sheet its size; what is
 * measured afterwards checks it.
 */
export const fit: Tool = {
  name: 'fit',
  word: 'Known length',
  picture: {
    film: 'M4 4h16v9H4z',
    ink: 'M4 4h16v9H4zM4 15v6M20 15v6',
    red: 'M4 18h16M7 15.5L4 18l3 2.5M17 15.5l3 2.5-3 2.5',
  },
  also: ['scale', 'calibrate', 'dimension', 'known dimension'],
  drawer: 'size',
  key: 'k',
  options: () => knownLengthOptions.controls('statedAlong'),
  steps: ['fit'],
  opens: ['fit'],
  places: true,
  loupe: true,
  say: ({ points, cursor }, context) => {
    const underlay = underlayOf(points[0] ?? cursor, context)
    if (!underlay) return 'Bring in a sheet first: there is nothing here to fit.'
    const again = fittedBy(underlay) !== undefined
    if (points.length === 0)
      return again
        ? `Check ${underlay.name}: click the first point of another known length, far away and in the other direction.`
        : `Click the first end of a length that you know on ${underlay.name}. The longest one fits best.`
    if (points.length === 1) return 'Click the other end. Shift holds level, upright or 45°.'
    return again
      ? 'Type what it should measure and press Enter.'
      : 'Type its true length, in any unit, and press Enter.'
  },
  fields: ({ points, typed }, context) => {
    const { display } = context
    if (points.length < 2) return []
    const drawn = formatLength(measured(points[0]!.at, points[1]!.at, context), display, false)
    return [
      {
        name: 'stated',
        label: `True length (drawn ${drawn})`,
        value: typed.stated ?? readingText(context),
        first: true,
      },
    ]
  },
  steer: ({ points, held }, raw) => {
    const from = points.length === 1 ? points[0] : undefined
    return from && held ? { at: holdDirection(from.at, raw.at), caught: null } : raw
  },
  click: (session, point) =>
    session.points.length < 2 && session.points.length > 0
      ? { session: { ...EMPTY_SESSION, points: [...session.points, point] } }
      : { session: { ...EMPTY_SESSION, points: [point] } },
  enter: (session, context) => {
    if (session.points.length < 2) return { session: EMPTY_SESSION }
    try {
      return state(session, context)
    } catch (error) {
      if (error instanceof LengthError || error instanceof FitError) return { session, say: error.message }
      throw error
    }
  },
  undone: () => EMPTY_SESSION,
  paint: (canvas, { points, cursor, typed }, view, context) => {
    const { display } = context
    const [from, to] = points.length === 1 && cursor ? [points[0]!, cursor] : points
    if (!from || !to) return
    const drawn = formatLength(measured(from.at, to.at, context), display)
    paintMeasure(canvas, view, from.at, to.at, typed.stated ? `${typed.stated}  (drawn ${drawn})` : drawn)
  },
}

/** The length measured on site that is being placed, if it is there still. */
function readingOf({ options, records }: ToolContext): Reading | null {
  const { reading } = options(knownLengthOptions)
  const found = reading ? records.get(reading) : undefined
  return found?.kind === 'reading' ? found : null
}

function readingText(context: ToolContext): string {
  const reading = readingOf(context)
  return reading ? formatLength(reading.statedMm, context.display) : ''
}

/** The distance between two points, or the part of it that is stated. */
function measured(from: Point, to: Point, { options }: ToolContext): number {
  const { statedAlong } = options(knownLengthOptions)
  return statedPart(subtract(to, from), statedAlong === 'distance' ? undefined : statedAlong)
}

/** The dimension from which a sheet has its size, or the first of them. */
export const fittedBy = (underlay: Underlay): KnownDimension | undefined =>
  underlay.dimensions.find(({ role }) => role === 'fit')

/** The sheet that a point belongs to: where it was caught, else the picked one, else the uppermost that shows. */
export function underlayOf(
  point: BoardPoint | null | undefined,
  { records, selection }: ToolContext,
): Underlay | undefined {
  const shown = underlaysOf(records).filter(({ visible }) => visible)
  const wanted = [point?.caught?.underlayId, ...selection]
  return wanted.map((id) => shown.find((underlay) => underlay.id === id)).find(Boolean) ?? shown.at(-1)
}

/** A point of the board in the space of a sheet; null where the sheet is flattened. */
export function onSheet(underlay: Underlay, { at, caught }: BoardPoint): Point | null {
  if (caught?.underlayId === underlay.id && caught.onSheetPt) return caught.onSheetPt
  const back = sheetMap(underlay.placement)
  return back && project(back, at)
}

/** How surely the two ends were picked, where that is worse than the points of drawn lines. */
function pickedBy(
  { placement }: Underlay,
  ends: readonly BoardPoint[],
  { reachMm }: ToolContext,
): Pick<KnownDimension, 'pickedPt'> {
  const ptPerPx = reachMm / PICK_RADIUS_PX / placement.mmPerPt
  const pickedPt = pickedLengthPt(
    ends.map(({ caught }) => ({ way: caught?.inImage ? 'image' : caught ? 'line' : 'hand', ptPerPx })),
  )
  return pickedPt === undefined ? {} : { pickedPt }
}

function state(session: Session, context: ToolContext): Outcome {
  const [from, to] = session.points as [BoardPoint, BoardPoint]
  const underlay = underlayOf(from, context)
  const ends = underlay && [onSheet(underlay, from), onSheet(underlay, to)]
  if (!underlay || !ends?.[0] || !ends[1])
    return { session: EMPTY_SESSION, say: 'There is no sheet under these points.' }
  const { statedAlong } = context.options(knownLengthOptions)
  const reading = readingOf(context)
  const gone = reading ? [reading.id] : []
  const dimension: KnownDimension = {
    id: crypto.randomUUID(),
    fromPt: ends[0],
    toPt: ends[1],
    statedMm:
      reading && session.typed.stated === undefined
        ? reading.statedMm
        : parseLength(session.typed.stated ?? '', context.display.unit),
    role: fittedBy(underlay) ? 'check' : 'fit',
    ...pickedBy(underlay, [from, to], context),
    ...(statedAlong !== 'distance' && { axis: statedAlong }),
  }
  // The same refusals hold for a check: two points on one another say nothing.
  placementBy(underlay.placement, [{ ...dimension, role: 'fit' }], false)
  if (dimension.role === 'fit')
    return {
      session: EMPTY_SESSION,
      ...fitBy(underlay, [dimension, ...underlay.dimensions], togetherOf(context), undefined, gone),
    }
  const edits = [
    { id: underlay.id, after: { ...underlay, dimensions: [...underlay.dimensions, dimension] } },
    ...gone.map((id) => ({ id, after: null })),
  ]
  return { session: EMPTY_SESSION, edit: { label: 'Check a dimension', edits } }
}
