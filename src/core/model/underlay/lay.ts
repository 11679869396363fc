import { apply } from '../../geometry/affine'
import { type Box, boxOf, corners, isEmpty } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import { MM_PER_PT } from '../../units/length'
import { placementMap } from './placement'
import type { Placement } from './schema'

/** A sheet that is to be laid down. */
export interface SheetToLay {
  readonly widthPt: number
  readonly heightPt: number
  /** Millimetres on site in one millimetre of the sheet as its file states it. */
  readonly ratio: number
  /** The zero of its own coordinates, in its own space. */
  readonly zeroPt: Point
  /** What tells the model of which it is a storey: storeys of one lie on one another. */
  readonly storeyOf?: string | undefined
}

export type Where =
  /** Each with its own zero on that of the project. */
  | { readonly kind: 'origin' }
  /** The first with its lower left corner there, the others beside it. */
  | { readonly kind: 'point'; readonly at: Point }
  /** To the right of what is there. */
  | { readonly kind: 'beside'; readonly taken: Box }

/** Between two sheets, as a part of the width of the next. */
const GAP = 0.05

/** Lays sheets down, one beside the other or all on the origin; storeys of one model on one another. @param quarterTurns anticlockwise */
export function layOut(sheets: readonly SheetToLay[], where: Where, quarterTurns: number): Placement[] {
  let next: Point = { x: 0, y: 0 }
  if (where.kind === 'point') next = where.at
  else if (where.kind === 'beside' && !isEmpty(where.taken)) next = { x: where.taken.maxX, y: where.taken.minY }
  /** Where the zero of a model came to lie, by what tells it. */
  const zeros = new Map<string, Point>()
  let first = where.kind === 'point' || (where.kind === 'beside' && isEmpty(where.taken))
  return sheets.map((sheet) => {
    const turned: Placement = {
      kind: 'similarity',
      mmPerPt: sheet.ratio * MM_PER_PT,
      turnRad: ((quarterTurns % 4) * Math.PI) / 2,
      originMm: { x: 0, y: 0 },
    }
    const map = placementMap(turned)
    if (where.kind === 'origin') {
      // A sheet of paper has its zero in a corner: turned, the corner that then is lower left.
      const own = sheet.zeroPt.x === 0 && sheet.zeroPt.y === 0 ? lowerLeft(sheet, map) : apply(map, sheet.zeroPt)
      return { ...turned, originMm: { x: -own.x, y: -own.y } }
    }
    const zero = apply(map, sheet.zeroPt)
    const laid = sheet.storeyOf === undefined ? undefined : zeros.get(sheet.storeyOf)
    if (laid) return { ...turned, originMm: { x: laid.x - zero.x, y: laid.y - zero.y } }
    const box = boxOf(sheetCorners(sheet).map((p) => apply(map, p)))
    const gap = first ? 0 : (box.maxX - box.minX) * GAP
    const placed = { ...turned, originMm: { x: next.x + gap - box.minX, y: next.y - box.minY } }
    next = { x: next.x + gap + box.maxX - box.minX, y: next.y }
    first = false
    if (sheet.storeyOf !== undefined)
      zeros.set(sheet.storeyOf, { x: placed.originMm.x + zero.x, y: placed.originMm.y + zero.y })
    return placed
  })
}

const sheetCorners = ({ widthPt, heightPt }: SheetToLay) => corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })

function lowerLeft(sheet: SheetToLay, map: Parameters<typeof apply>[0]): Point {
  const { minX, minY } = boxOf(sheetCorners(sheet).map((p) => apply(map, p)))
  return { x: minX, y: minY }
}
