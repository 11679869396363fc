import type { Affine } from '../geometry/affine'
import type { Cubic } from '../geometry/bezier'
import type { Point } from '../geometry/vector'

/**
 * Everything that one page draws, in sheet space: PDF points, y up from the lower left of the page as displayed.
 * Immutable; made once for a page and kept as bytes (see binary.ts).
 */
export interface Linework {
  readonly widthPt: number
  readonly heightPt: number
  /** x1, y1, x2, y2 for each segment. */
  readonly segments: Float32Array
  readonly segmentFlags: Uint8Array
  /** Index into `styles` for each segment. */
  readonly segmentStyles: Uint32Array
  /** x1, y1, cx1, cy1, cx2, cy2, x2, y2 for each cubic curve. */
  readonly curves: Float32Array
  readonly curveFlags: Uint8Array
  readonly curveStyles: Uint32Array
  readonly styles: readonly LineStyle[]
  readonly text: readonly TextRun[]
  readonly images: readonly ImagePlacement[]
  /** How far coordinates may be off by how large they are in the file, in points; left out where that is nothing. */
  readonly roundingPt?: number
  readonly layers: readonly SheetLayer[]
}

/** Why something can't be seen, and which ends of a line are only where the clip cut it. */
export const Flag = {
  clipped: 1,
  transparent: 2,
  /** White with nothing darker beneath. */
  blank: 4,
  layerOff: 8,
  cutStart: 16,
  cutEnd: 32,
  /** One of the evenly spaced lines that fill an area. */
  hatch: 64,
  /** No edge of anything: a dash, or part of a letter or arrow head that is drawn as an outline. */
  slight: 128,
} as const

const UNSEEN = Flag.clipped | Flag.transparent | Flag.blank | Flag.layerOff

/** Whether something with these flags shows on the page. */
export const isVisible = (flags: number): boolean => (flags & UNSEEN) === 0

/** Whether something shows, or would if its layer were switched on. */
export const canShow = (flags: number): boolean => isVisible(flags & ~Flag.layerOff)

export interface LineStyle {
  readonly kind: 'stroke' | 'fill'
  /** `#rrggbb`, or `pattern` for tilings and shadings. */
  readonly color: string
  /** Opacity, 0 to 1. */
  readonly alpha: number
  /** Width of the pen on the sheet in points; 0 is the thinnest line a device can draw. */
  readonly widthPt: number
  /** Dash and gap lengths in points; empty for a full line. */
  readonly dashPt: readonly number[]
  /** How far into its dashes a line begins; 0 where left out. */
  readonly dashPhasePt?: number
  /** Index into `layers`, −1 for none. */
  readonly layer: number
  /** Drawn by a reviewer's annotation rather than the page itself. */
  readonly markup: boolean
  /** Of strokes that were traced from a picture: how certain it is that they are lines, 0 to 1. */
  readonly certainty?: number
  /** Of a fill: what lies within an odd number of its rings is inside, whichever way they run. */
  readonly evenOdd?: true
}

export interface TextRun {
  readonly text: string
  /** Start of the baseline. */
  readonly x: number
  readonly y: number
  /** Length of the run along its baseline. */
  readonly lengthPt: number
  /** Size of the font on the sheet. */
  readonly heightPt: number
  readonly turnRad: number
  readonly layer: number
  readonly flags: number
}

export interface ImagePlacement {
  /** From the unit square (the image, y up) to the sheet. */
  readonly map: Affine
  /** Pixels; 0 where the file does not say. */
  readonly widthPx: number
  readonly heightPx: number
  readonly layer: number
  readonly flags: number
}

export interface SheetLayer {
  readonly name: string
  /** Whether the file itself shows it at first. */
  readonly visible: boolean
  /** The heading under which the file lists it. */
  readonly group?: string
}

export function segmentEnds(linework: Linework, index: number): [Point, Point] {
  const at = index * 4
  const { segments } = linework
  return [
    { x: segments[at]!, y: segments[at + 1]! },
    { x: segments[at + 2]!, y: segments[at + 3]! },
  ]
}

export function curveOf(linework: Linework, index: number): Cubic {
  const at = index * 8
  const { curves } = linework
  return {
    start: { x: curves[at]!, y: curves[at + 1]! },
    pullStart: { x: curves[at + 2]!, y: curves[at + 3]! },
    pullEnd: { x: curves[at + 4]!, y: curves[at + 5]! },
    end: { x: curves[at + 6]!, y: curves[at + 7]! },
  }
}

/** What a page holds, counting only what can be seen. */
export interface Counts {
  lines: number
  curves: number
  textRuns: number
  images: number
}

export type PageContent = 'vector' | 'image' | 'mixed' | 'empty'

const countVisible = (flags: Uint8Array) => flags.reduce((sum, each) => sum + (isVisible(each) ? 1 : 0), 0)

export function countContent(linework: Linework): Counts {
  return {
    lines: countVisible(linework.segmentFlags),
    curves: countVisible(linework.curveFlags),
    textRuns: linework.text.filter((run) => isVisible(run.flags)).length,
    images: linework.images.filter((image) => isVisible(image.flags)).length,
  }
}

export function contentOf(counts: Counts): PageContent {
  const vector = counts.lines + counts.curves + counts.textRuns > 0
  if (counts.images > 0) return vector ? 'mixed' : 'image'
  return vector ? 'vector' : 'empty'
}
