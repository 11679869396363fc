import type { Thread } from '../threads'

/** How far a size may lie off, upwards and downwards. */
export interface Limits {
  readonly plusMm: number
  readonly minusMm: number
}

/** What widens the mouth of a hole: a flat-bottomed bore, or a cone. */
export type HoleHead =
  | { readonly kind: 'counterbore'; readonly diameterMm: number; readonly depthMm: number | null }
  | { readonly kind: 'countersink'; readonly diameterMm: number | null; readonly angleDeg: number }

/** A hole as a note calls for it. */
export interface HoleCallout {
  readonly kind: 'hole'
  readonly count: number
  /** Of what is drilled; of a thread its own nominal diameter. */
  readonly diameterMm: number
  /** How deep; null where it goes through or nothing is said. */
  readonly depthMm: number | null
  /** Whether the note says that it goes through. */
  readonly through: boolean
  readonly thread: Thread | null
  readonly threadDepthMm: number | null
  readonly head: HoleHead | null
  readonly limits: Limits | null
}

export interface RadiusCallout {
  readonly kind: 'radius'
  readonly count: number
  readonly radiusMm: number
}

/** A bevelled edge. */
export interface BevelCallout {
  readonly kind: 'bevel'
  readonly count: number
  readonly sizeMm: number
  readonly angleDeg: number
}

export interface ThicknessCallout {
  readonly kind: 'thickness'
  readonly thicknessMm: number
}

export type Callout = HoleCallout | RadiusCallout | BevelCallout | ThicknessCallout

/** The unit of bare figures on a sheet. */
export type CalloutUnit = 'mm' | 'in'
