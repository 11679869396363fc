import type { Cubic } from '../../geometry/bezier'
import type { Box } from '../../geometry/box'
import type { Arc, EllipseArc } from '../../geometry/piece/piece'
import type { Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import type { DimensionWay } from '../../model/dimension/schema'
import type { LineType, Pen } from '../../model/pen'
import type { LengthUnit } from '../../units/length'

/** A drawing as DXF holds it: entities on named layers, in one unit. */
export interface DxfDrawing {
  /** Words at the head of the file that programs pass over. */
  readonly comment?: string
  readonly unit: DxfUnit
  readonly layers: readonly DxfLayer[]
  readonly entities: Iterable<DxfEntity>
  /** What is drawn once and placed by `insert`. */
  readonly blocks?: readonly DxfBlock[]
  /** How dimensions are written; needed where there are any. */
  readonly dimensions?: DxfDimensionStyle
  /** Files beside the drawing that it shows beneath its lines. */
  readonly attachments?: readonly DxfAttachment[]
  /** Sheets of paper on which it is laid out. */
  readonly layouts?: readonly DxfLayout[]
}

export type DxfUnit = LengthUnit

export interface DxfLayer {
  readonly name: string
  /** Index of the standard colours of DXF: 1 red … 7 ink. */
  readonly colorIndex: number
  /** `#rrggbb`, where it is none of those. */
  readonly color?: string
  readonly line?: LineType
  readonly weightMm?: number
  /** Whether it is there but does not show. */
  readonly off?: boolean
  /** Whether it shows but is not printed. */
  readonly unprinted?: boolean
}

/** A file that lies beside the drawing: a page of a PDF, or an image. */
export type DxfAttachment =
  | { readonly kind: 'pdf'; readonly file: string; readonly page: number }
  | { readonly kind: 'image'; readonly file: string; readonly widthPx: number; readonly heightPx: number }

/** A drawing of its own about its zero. */
export interface DxfBlock {
  readonly name: string
  readonly entities: readonly DxfEntity[]
  /** What each placing of it says of itself, with where that is written in the block. */
  readonly attributes?: readonly DxfAttribute[]
}

/** Something that is said of a block or of its placing. */
export interface DxfAttribute {
  /** Its name: capitals without spaces. */
  readonly tag: string
  readonly text: string
  readonly at: Point
  readonly height: number
  /** Whether it is kept but not drawn. */
  readonly hidden: boolean
}

/** How measured lengths are written: in the unit of the job, whatever the unit of the drawing. */
export interface DxfDimensionStyle {
  readonly unit: LengthUnit
  /** Decimals; of feet and inches the power of two of the finest fraction. */
  readonly precision: number
}

/** A sheet of paper with a view of the drawing on it; all on the paper in its millimetres, y upwards. */
export interface DxfLayout {
  readonly name: string
  readonly widthMm: number
  readonly heightMm: number
  /** What is drawn on the paper itself. */
  readonly entities: readonly DxfEntity[]
  /** Where the view lies on the paper, its middle in the drawing, and drawing to paper. */
  readonly view: { readonly on: Box; readonly middle: Point; readonly ratio: number }
  readonly viewLayer: string
  /** Layers that do not show in the view. */
  readonly frozen: readonly string[]
}

interface OnLayer {
  readonly layer: string
  /** What differs from the layer's own pen. */
  readonly pen?: Partial<Pen>
}

/** An outline by its corners. */
export interface DxfRing {
  readonly points: readonly Point[]
  /** For each point the bulge of what follows it. */
  readonly bulges?: readonly number[]
}

/** A family of even lines. */
export interface DxfHatchLines {
  readonly through: Point
  readonly turnDeg: number
  readonly spacing: number
}

export type DxfEntity = OnLayer &
  /** In space where they have a z. */
  (
    | { readonly type: 'line'; readonly start: Point | Vector3; readonly end: Point | Vector3 }
    | ({ readonly type: 'polyline'; readonly closed: boolean } & DxfRing)
    | { readonly type: 'arc'; readonly arc: Arc }
    | { readonly type: 'ellipse'; readonly ellipse: EllipseArc }
    /** Bézier curves that follow one another. */
    | { readonly type: 'spline'; readonly curves: readonly Cubic[]; readonly closed: boolean }
    | {
        readonly type: 'text'
        readonly at: Point
        readonly text: string
        readonly height: number
        readonly turnDeg: number
        /** Where `at` lies along the baseline; at its start where left out. */
        readonly align?: 'start' | 'middle' | 'end'
      }
    | {
        /** Writing of several lines, parted by line ends. */
        readonly type: 'lines-of-text'
        /** On the first baseline: at its start, or in its middle. */
        readonly at: Point
        readonly text: string
        readonly height: number
        readonly turnDeg: number
        readonly align: 'start' | 'middle'
      }
    | {
        readonly type: 'hatch'
        /** What lies within an odd number of them is filled. */
        readonly rings: readonly DxfRing[]
        /** Filled with one tone where there are none. */
        readonly lines: readonly DxfHatchLines[]
        /** The same as plain entities, for who knows no hatches. */
        readonly drawn: readonly DxfEntity[]
      }
    | {
        readonly type: 'insert'
        readonly block: string
        readonly at: Point
        readonly turnDeg: number
        readonly scaleX: number
        readonly scaleY: number
        readonly attributes?: readonly DxfAttribute[]
      }
    | {
        /** A page of a PDF from its lower left corner; its own unit is the inch. */
        readonly type: 'pdf-page'
        readonly file: string
        /** From 1. */
        readonly page: number
        readonly at: Point
        readonly perInch: number
        readonly turnDeg: number
      }
    | {
        readonly type: 'image'
        readonly file: string
        /** Its lower left corner, and the steps from pixel to pixel to the right and upwards. */
        readonly at: Point
        readonly right: Point
        readonly up: Point
      }
    | {
        readonly type: 'dimension'
        readonly way: DimensionWay
        /** Two ends; of an angle its tip and a point on each leg; of a radius the centre and a point of the circle. */
        readonly points: readonly Point[]
        /** A place on the line of the dimension. */
        readonly through: Point
        /** Middle of its figures. */
        readonly textAt: Point
        readonly height: number
        /** What it measures: a length in the unit of the drawing, an angle in radians. */
        readonly measured: number
        /** How it looks. */
        readonly drawn: readonly DxfEntity[]
      }
  )
