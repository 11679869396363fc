import { projectPiece } from '@/core/geometry/piece/map'
import { flatten } from '@/core/geometry/piece/measure'
import { isInside } from '@/core/geometry/polygon'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap, sheetMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { IndexedSheet } from '@/core/sheet/binary'
import type { LinePen, NearLine } from '@/core/sheet/catch-index'
import { type Caught, candidatesOn, catchOn, cutBy } from '@/core/snap/catch'
import type { CatchContext, CatchGround, NearSpot } from '@/core/snap/scene'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { SourceView } from '@/studio/state/api'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { limitsOf } from '@/studio/tooling/shown'
import { spotsOf } from './sheets/sheet-spots'
import { strokesNear } from './sheets/strokes'

/** How near the cursor must come, in CSS pixels. */
export const CATCH_RADIUS_PX = 11

export interface CatchSurroundings {
  readonly underlays: readonly Underlay[]
  readonly sources: readonly SourceView[]
  readonly sheets: ReadonlyMap<string, IndexedSheet>
  /** What is drawn; null where it is not caught. */
  readonly model: CatchGround | null
}

/** Sheets from the top of the stack downwards that can be caught. */
const catchable = ({ underlays }: CatchSurroundings) =>
  underlays.filter(({ visible, catching, drawing }) => visible && catching && drawing !== 'frame').reverse()

/** How many lines of one sheet are looked at in one place at most. */
const MOST_OF_A_SHEET = 48

/** One sheet as ground on the board. */
function sheetGround(underlay: Underlay, around: CatchSurroundings): CatchGround | null {
  const view = sheetOf(around.sources, underlay.sheetId)?.sheet
  const back = sheetMap(underlay.placement)
  if (!view || !back) return null
  const { mmPerPt } = underlay.placement
  const map = boardMap(underlay.placement)
  const sheet = view.lineworkHash ? around.sheets.get(view.lineworkHash) : undefined
  const limits = sheet && limitsOf(sheet, underlay)
  const crop = underlay.crop
  const place = (line: NearLine): NearLine => {
    const cut = crop ? cutBy(crop, line) : line
    const { shows } = cut
    const pen = sheet && penOf(sheet.linework, line.item)
    return {
      ...cut,
      ...(pen && { pen }),
      start: project(map, cut.start),
      end: project(map, cut.end),
      piece: projectPiece(map, cut.piece),
      on: underlay.id,
      ...(shows && { shows: (p: Point) => shows(project(back, p)) }),
    }
  }
  return {
    lines: (p, reach) => {
      const q = project(back, p)
      const found = sheet?.index.near(q, reach / mmPerPt, limits?.admits) ?? []
      const strokes = view.content === 'vector' ? [] : strokesNear(underlay, q, reach / mmPerPt)
      return [...found, ...strokes].slice(0, MOST_OF_A_SHEET).map(place)
    },
    spots: (p, reach) => {
      if (!sheet || !limits) return []
      return spotsOf(sheet)
        .near(project(back, p), reach / mmPerPt, ({ item, word }) =>
          word === 'centre'
            ? limits.admits(item, sheet.linework.curveFlags[item - sheet.linework.segmentFlags.length]!)
            : limits.admitsText(item),
        )
        .filter(({ at }) => !crop || isInside(crop, at))
        .map((spot): NearSpot => ({ ...spot, at: project(map, spot.at), on: underlay.id }))
    },
  }
}

/** What a line of a sheet is drawn with; none for what was found in pixels. */
function penOf({ segmentStyles, curveStyles, styles }: IndexedSheet['linework'], item: number): LinePen | undefined {
  const count = segmentStyles.length
  const style = item < 0 ? undefined : styles[item < count ? segmentStyles[item]! : curveStyles[item - count]!]
  return style && { widthPt: style.widthPt, mark: `${style.color} ${style.layer}` }
}

/** Everything that can be caught, together. */
function groundOf(around: CatchSurroundings): CatchGround {
  const sheets = catchable(around).flatMap((underlay) => sheetGround(underlay, around) ?? [])
  const grounds = around.model ? [around.model, ...sheets] : sheets
  return {
    lines: (p, reach) => grounds.flatMap((ground) => ground.lines(p, reach)),
    spots: (p, reach) => grounds.flatMap((ground) => ground.spots(p, reach)),
  }
}

/** Lines of all sheets that are shown and caught, as they lie on the board. */
export function sheetLinesOnBoard(around: CatchSurroundings): CatchGround['lines'] {
  const sheets = catchable(around).flatMap((underlay) => sheetGround(underlay, around) ?? [])
  return (p, reach) => sheets.flatMap((ground) => ground.lines(p, reach))
}

/** What the cursor at `at` means, of all sheets and everything drawn together. */
export function catchOnBoard(
  at: Point,
  radiusMm: number,
  around: CatchSurroundings,
  context: CatchContext,
  before: Caught | null,
): BoardPoint {
  const caught = catchOn(groundOf(around), at, radiusMm, context, before)
  return caught ? boardPoint(caught, around) : { at, caught: null }
}

/** Everything that could be meant at a place. */
export const candidatesOnBoard = (
  at: Point,
  radiusMm: number,
  around: CatchSurroundings,
  context: CatchContext,
): BoardPoint[] => candidatesOn(groundOf(around), at, radiusMm, context).map((caught) => boardPoint(caught, around))

/** Chords of caught curves leave them by this part of their size when lit up. */
const FLATNESS = 1e-3

function boardPoint(caught: Caught, { underlays }: CatchSurroundings): BoardPoint {
  const on = caught.lines[0]?.on ?? caught.on ?? null
  const underlay = underlays.find(({ id }) => id === on)
  const back = underlay && sheetMap(underlay.placement)
  return {
    at: caught.point,
    caught: {
      word: caught.word,
      underlayId: underlay?.id ?? null,
      onSheetPt: back ? project(back, caught.point) : null,
      elementId: underlay ? null : on,
      inImage: caught.lines.some(({ item }) => item < 0),
      lines: caught.lines.map(({ piece, start, end }) =>
        flatten(piece, Math.max(1e-9, Math.hypot(end.x - start.x, end.y - start.y) * FLATNESS)),
      ),
      guides: (caught.guides ?? []).map(({ through }) => [through, caught.point] as const),
      loose: caught.rank === 'guide' || caught.rank === 'grid',
      source: caught,
    },
  }
}

/** Why nothing on the sheets can be caught at a place, in words; null where it can. */
export function whyNothing(
  { underlays, sources, sheets }: Omit<CatchSurroundings, 'model'>,
  at: Point | null,
  tooFar: boolean,
): string | null {
  const shown = underlays.filter(({ visible }) => visible)
  if (underlays.length === 0) return 'no sheet yet'
  if (shown.length === 0) return 'all sheets are hidden'
  const on = shown.filter(({ catching }) => catching)
  if (on.length === 0) return 'catching is off for every shown sheet'
  if (at && on.every((underlay) => isCroppedAway(underlay, at))) return 'the sheet is cropped away here'
  const found = on.map(({ sheetId }) => sheetOf(sources, sheetId)?.sheet)
  if (
    found.some(
      (sheet) => sheet && (!sheet.lineworkHash || !sheets.has(sheet.lineworkHash)) && sheet.status !== 'failed',
    )
  )
    return 'the lines are still being read'
  if (tooFar) return 'too far out: come nearer'
  if (found.every((sheet) => sheet?.content === 'image')) return 'no stroke of the image here'
  return null
}

function isCroppedAway({ crop, placement }: Underlay, at: Point): boolean {
  const back = sheetMap(placement)
  return crop !== null && back !== null && !isInside(crop, project(back, at))
}
