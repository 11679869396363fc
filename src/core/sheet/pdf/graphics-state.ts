import type { Affine } from '../../geometry/affine'
import { IDENTITY } from '../../geometry/affine'
import type { Clip } from '../clip'

/** The part of the PDF graphics state (ISO 32000-2, 8.4) that decides what linework looks like and whether it is seen. */
export interface GraphicsState {
  ctm: Affine
  clip: Clip
  stroke: Paint
  fill: Paint
  lineWidth: number
  dash: readonly number[]
  /** How far into the pattern of dashes a line begins. */
  dashPhase: number
  /** How lines end: 0 there, 1 with a half circle, 2 half a width farther (ISO 32000-2, table 53). */
  lineCap: number
  /** Whether what is painted covers what lies beneath, rather than mixing with it. */
  covers: boolean
  font: FontMetrics
  fontSize: number
  textMatrix: Affine
  textX: number
  textY: number
  lineX: number
  lineY: number
  leading: number
  charSpacing: number
  wordSpacing: number
  /** Horizontal scaling as a factor. */
  textHScale: number
  textRise: number
  textRenderingMode: number
}

export interface Paint {
  /** `#rrggbb`, or `pattern`. */
  color: string
  alpha: number
  /** A tiling whose own linework is drawn within what is filled. */
  tiling?: Tiling
  /** Set by operators that paint nothing at all. */
  none?: boolean
}

/** A tiling pattern (ISO 32000-2, 8.7.3) with its cell as an operator list. */
export interface Tiling {
  operators: OperatorList
  matrix: Affine
  box: readonly [number, number, number, number]
  stepX: number
  stepY: number
}

export interface OperatorList {
  fnArray: readonly number[]
  argsArray: readonly unknown[]
}

export interface FontMetrics {
  /** From glyph space to text space. */
  matrix: Affine
  vertical: boolean
}

export const PLAIN_FONT: FontMetrics = { matrix: [0.001, 0, 0, 0.001, 0, 0], vertical: false }

export const initialState = (ctm: Affine, clip: Clip): GraphicsState => ({
  ctm,
  clip,
  stroke: { color: '#000000', alpha: 1 },
  fill: { color: '#000000', alpha: 1 },
  lineWidth: 1,
  dash: [],
  dashPhase: 0,
  lineCap: 0,
  covers: true,
  font: PLAIN_FONT,
  fontSize: 0,
  textMatrix: IDENTITY,
  textX: 0,
  textY: 0,
  lineX: 0,
  lineY: 0,
  leading: 0,
  charSpacing: 0,
  wordSpacing: 0,
  textHScale: 1,
  textRise: 0,
  textRenderingMode: 0,
})
