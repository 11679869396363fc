import type { Cubic } from '../../geometry/bezier'
import type { Point } from '../../geometry/vector'

/** A drawing as DXF holds it: entities on named layers, in one unit. */
export interface DxfDrawing {
  readonly unit: DxfUnit
  readonly layers: readonly DxfLayer[]
  readonly entities: Iterable<DxfEntity>
}

export type DxfUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft'

export interface DxfLayer {
  readonly name: string
  /** Index of the standard colours of DXF: 1 red … 7 ink. */
  readonly colorIndex: number
}

export type DxfEntity =
  | { readonly type: 'line'; readonly layer: string; readonly start: Point; readonly end: Point }
  | { readonly type: 'polyline'; readonly layer: string; readonly points: readonly Point[]; readonly closed: boolean }
  | { readonly type: 'spline'; readonly layer: string; readonly curve: Cubic }
  | {
      readonly type: 'text'
      readonly layer: string
      readonly at: Point
      readonly text: string
      readonly height: number
      readonly turnDeg: number
    }
