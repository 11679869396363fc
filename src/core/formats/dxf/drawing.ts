import type { Cubic } from '../../geometry/bezier'
import type { Arc, EllipseArc } from '../../geometry/piece/piece'
import type { Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import type { LineType, Pen } from '../../model/pen'

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
  /** `#rrggbb`, where it is none of those. */
  readonly color?: string
  readonly line?: LineType
  readonly weightMm?: number
}

interface OnLayer {
  readonly layer: string
  /** What differs from the layer's own pen. */
  readonly pen?: Partial<Pen>
}

export type DxfEntity = OnLayer &
  /** In space where they have a z. */
  (
    | { readonly type: 'line'; readonly start: Point | Vector3; readonly end: Point | Vector3 }
    | {
        readonly type: 'polyline'
        readonly points: readonly Point[]
        /** For each point the bulge of what follows it. */
        readonly bulges?: readonly number[]
        readonly closed: boolean
      }
    | { readonly type: 'arc'; readonly arc: Arc }
    | { readonly type: 'ellipse'; readonly ellipse: EllipseArc }
    | { readonly type: 'spline'; readonly curve: Cubic }
    | {
        readonly type: 'text'
        readonly at: Point
        readonly text: string
        readonly height: number
        readonly turnDeg: number
        /** Where `at` lies along the baseline; at its start where left out. */
        readonly align?: 'start' | 'middle'
      }
  )
