import { type Cubic, flattenCubic } from '../../geometry/bezier'
import { project } from '../../geometry/projective'
import type { Point } from '../../geometry/vector'
import { boardMap } from '../../model/underlay/placement'
import type { Underlay } from '../../model/underlay/schema'
import { type Clip, ClipArea, isInside, visiblePieces } from '../../sheet/clip'
import { curveOf, type LineStyle, type Linework, segmentEnds } from '../../sheet/linework'
import { shownOf } from '../../sheet/looks'

/** A sheet that goes out beneath what was traced on it, with what its page draws. */
export interface HandedSheet {
  readonly underlay: Underlay
  readonly linework: Linework
}

/** A sheet that is a picture: what its page shows, packed for a drawing. */
export interface PicturedSheet {
  readonly underlay: Underlay
  readonly widthPt: number
  readonly heightPt: number
  /** As a `data:` address. */
  readonly image: string
}

/** Something that a sheet draws, where it lies on the board: model millimetres. */
export type PlacedMark = { readonly layer: string | null } & (
  | { readonly kind: 'line'; readonly style: LineStyle; readonly start: Point; readonly end: Point }
  | { readonly kind: 'curve'; readonly style: LineStyle; readonly curve: Cubic }
  | {
      readonly kind: 'text'
      readonly text: string
      readonly at: Point
      readonly heightMm: number
      readonly turnRad: number
    }
)

const EVERYWHERE = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity }
/** How far chords may leave a curve that a homography bends, or a crop cuts, in points of the sheet. */
const FLATNESS_PT = 0.02

/** What shows of a sheet within its crop, in place. */
export function* placedMarks({ underlay, linework }: HandedSheet): Generator<PlacedMark> {
  const { placement, crop, parts, markup } = underlay
  const map = boardMap(placement)
  const onBoard = (p: Point): Point => project(map, p)
  const shown = shownOf(linework, parts, markup)
  const clip: Clip = { box: EVERYWHERE, areas: crop ? [new ClipArea([crop], true)] : [] }
  const layerOf = (index: number) => linework.layers[index]?.name ?? null
  const lines = function* (style: LineStyle, start: Point, end: Point): Generator<PlacedMark> {
    const layer = layerOf(style.layer)
    for (const [from, to] of visiblePieces(crop && clip, start, end))
      yield { kind: 'line', layer, style, start: onBoard(from), end: onBoard(to) }
  }
  for (let i = 0; i < linework.segmentFlags.length; i++) {
    const style = linework.segmentStyles[i]!
    if (!shown.admits(style, linework.segmentFlags[i]!)) continue
    const [start, end] = segmentEnds(linework, i)
    yield* lines(linework.styles[style]!, start, end)
  }
  for (let i = 0; i < linework.curveFlags.length; i++) {
    const index = linework.curveStyles[i]!
    if (!shown.admits(index, linework.curveFlags[i]!)) continue
    const style = linework.styles[index]!
    const curve = curveOf(linework, i)
    const whole = Object.values(curve).every((p: Point) => isInside(clip, p))
    // An affine map takes a curve to a curve.
    if (whole && !placement.bend) {
      const { start, pullStart, pullEnd, end } = curve
      yield {
        kind: 'curve',
        layer: layerOf(style.layer),
        style,
        curve: {
          start: onBoard(start),
          pullStart: onBoard(pullStart),
          pullEnd: onBoard(pullEnd),
          end: onBoard(end),
        },
      }
      continue
    }
    const chords = flattenCubic(curve, FLATNESS_PT)
    for (let k = 1; k < chords.length; k++) yield* lines(style, chords[k - 1]!, chords[k]!)
  }
  for (const run of linework.text) {
    if (!shown.admitsText(run) || !isInside(clip, run)) continue
    yield {
      kind: 'text',
      layer: layerOf(run.layer),
      text: run.text,
      at: onBoard(run),
      heightMm: run.heightPt * placement.mmPerPt,
      turnRad: run.turnRad + placement.turnRad,
    }
  }
}
