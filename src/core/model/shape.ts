import type { ObjectSchema } from 'yup'
import type { Chain } from '../draft/chain'
import type { Affine } from '../geometry/affine'
import type { Frame } from '../geometry/space'
import type { Point } from '../geometry/vector'
import type { LengthDisplay } from '../units/format'
import type { Pen } from './pen'
import type { ProjectRecord } from './registry'

/** What a shape may look at beyond itself. */
export interface Surroundings {
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly display: LengthDisplay
  /** The plane that is looked at: what stands in space is drawn as it is seen there. */
  readonly frame: Frame
  /** Where a point of an element lies that a dimension may follow; null where it is gone. */
  anchor(id: string, index: number): Point | null
}

/** A piece of writing. */
export interface Lettering {
  readonly text: string
  readonly at: Point
  readonly heightMm: number
  readonly turnRad: number
  /** Where `at` lies along the baseline. */
  readonly align: 'start' | 'middle'
}

/** A point that lies on no line and can be caught, with the word for it. */
export interface Spot {
  readonly word: 'centre' | 'insertion'
  readonly at: Point
}

/** Everything that Calque has to know of a kind of drawn element. All lengths and places are model millimetres. */
export interface ShapeKind<S> {
  readonly schema: ObjectSchema<object>
  /** Whether it stands on every level. */
  readonly everyLevel?: true
  /** Of what stands in space and shows on every plane that it comes near: from where to where out of the plane it lies. */
  depth?(shape: S, around: Surroundings): { readonly from: number; readonly to: number } | null
  /** What elements of the building are drawn with; linework has the pen of its layer. */
  readonly pen?: Pen
  /** What a person calls one of them. */
  readonly word: string
  /** Its lines. */
  chains(shape: S, around: Surroundings): readonly Chain[]
  /** Whether its lines can be caught; dimensions and hatchings would only be in the way. */
  readonly caught: boolean
  /** Whether it is a line that can be cut, joined and lengthened. */
  readonly line: boolean
  letters?(shape: S, around: Surroundings): readonly Lettering[]
  /** Closed chains that are filled, even-odd. */
  fills?(shape: S, around: Surroundings): readonly Chain[]
  spots?(shape: S, around: Surroundings): readonly Spot[]
  /** Points that can be taken hold of, in a lasting order. */
  grips(shape: S, around: Surroundings): readonly Point[]
  /** The shape with one of its grips elsewhere. */
  withGrip(shape: S, index: number, to: Point, around: Surroundings): S
  /** Whether it follows from its grips, each put in its place in turn: it can be bent. */
  readonly byGrips?: true
  /** Sizes that a person states: they hold whatever becomes of the sheet that it was traced from. */
  stated?(shape: S): Partial<S>
  /** Points that a dimension may follow, in a lasting order, where they are more than the grips. */
  anchors?(shape: S, around: Surroundings): readonly Point[]
  /** Its image under a map that keeps shapes: of its own plane, or of the one that is looked at. */
  mapped(shape: S, map: Affine, around?: Surroundings): S
  /** A copy that refers to copies, where there are any of what it refers to. */
  renamed?(shape: S, idOf: (id: string) => string): S
  /** Records whose change changes it. */
  needs?(shape: S): readonly string[]
}

/** The groups of a printed plan, the lowest first. */
export const PRINT_GROUPS = [
  'Grid',
  'Slabs',
  'Walls',
  'Openings',
  'Columns',
  'Stairs',
  'Roofs',
  'Members',
  'Rooms',
] as const
export type PrintGroup = (typeof PRINT_GROUPS)[number]

/** A kind of element of the building: besides how it is drawn, where it goes when it is handed over. */
export interface ElementKind<E> extends ShapeKind<E> {
  /** Its layer in DXF (after ISO 13567 and the AIA layer list, which several programs share). */
  dxfLayer(element: E): string
  /** Its group on a printed plan; null for what is only there to work with. */
  readonly printGroup: PrintGroup | null
}
