/** What of a sheet is lifted, and how it is cleaned on the way. Lengths in millimetres of the building. */
export interface LiftOptions {
  /** Keys of parts (see sheet/looks.ts) that are left out besides what the underlay hides. */
  readonly without: readonly string[]
  /** Lines shorter than this are left out. */
  readonly shortestMm: number
  readonly hatching: boolean
  readonly text: boolean
  /** Filled areas as closed regions, with their holes. */
  readonly fills: boolean
  /** Whether lines keep their weights. */
  readonly weights: boolean
  /** Whether lines keep their colours. */
  readonly colors: boolean
  /** Whether the sheet's layers become layers. */
  readonly layers: boolean
  /** Whether what is on no layer of the sheet goes to layers by its kind: lines, fills, hatching and text. */
  readonly kinds: boolean
  /** Touching lines and arcs become polylines. */
  readonly chained: boolean
  /** Rows of equal dashes become one dashed line. */
  readonly dashes: boolean
  /** Lines on one line that touch or overlap become one; doubled ones are dropped. */
  readonly merged: boolean
  /** Of strokes that were traced from a picture: those that are less certain, 0 to 1, are left out. */
  readonly leastCertainty: number
  /** Ends nearer than this meet, lines nearer than this are one. */
  readonly toleranceMm: number
}

export const USUAL_LIFT: LiftOptions = {
  without: [],
  shortestMm: 0,
  hatching: false,
  text: true,
  fills: false,
  weights: true,
  colors: false,
  layers: true,
  kinds: false,
  chained: true,
  dashes: true,
  merged: true,
  leastCertainty: 0.3,
  toleranceMm: 2,
}

/** Strokes that were traced from a picture are unsure below this. */
export const SURE_FROM = 0.9

/** What of a sheet is lifted, by its kind. */
export type LiftedKind = 'lines' | 'fills' | 'hatching' | 'text' | 'unsure'

/** Names of layers for what is lifted from a sheet without layers. */
export const KIND_LAYERS: Readonly<Record<LiftedKind, string>> = {
  lines: 'Lifted lines',
  fills: 'Lifted fills',
  hatching: 'Lifted hatching',
  text: 'Lifted text',
  unsure: 'Unsure strokes',
}

/** How many of each there are. */
export interface LiftCounts {
  readonly lines: number
  readonly arcs: number
  readonly circles: number
  readonly curves: number
  readonly polylines: number
  readonly dashed: number
  readonly texts: number
  readonly fills: number
  /** How many of them were traced from a picture and are unsure. */
  readonly unsure: number
}

/** What a lift makes of a sheet. */
export interface LiftPreview {
  readonly before: { readonly lines: number; readonly curves: number; readonly texts: number }
  readonly after: LiftCounts
  /** x1, y1, x2, y2 of chords on the board, for showing it. */
  readonly chords: Float64Array
  /** The same of what is unsure. */
  readonly unsureChords: Float64Array
}
