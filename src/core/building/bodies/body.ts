import { area } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import type { Slope } from '../../model/roof/plane'

/** What a solid stands for. */
export type PrismKind = 'wall' | 'column' | 'slab' | 'roof' | 'stair' | 'pane' | 'leaf'

/** An upright prism over a ring. Model millimetres. */
export interface Prism {
  readonly id: string
  readonly kind: PrismKind
  /** Anticlockwise. */
  readonly ring: readonly Point[]
  /** Rings that are cut out of it, clockwise. */
  readonly holes?: readonly (readonly Point[])[]
  /** Above the project's zero; where the prism is sloped, at the foot of the slope. */
  readonly footMm: number
  /** Upright. */
  readonly heightMm: number
  /** How its foot and its top rise, where they do. */
  readonly slope?: Slope
}

/** What is counted of a solid, for tables and for what is handed over. */
export interface BodySizes {
  /** Of a section or a flight, across. */
  readonly widthMm?: number
  /** Of a section, the other way. */
  readonly depthMm?: number
  readonly thicknessMm?: number
  /** What it covers: in its slope where it has one, less what is cut out of it. */
  readonly areaMm2?: number
  readonly volumeMm3: number
}

/** What makes an element a solid by itself. */
export interface BodyKind<E> {
  /** What one of them is called in a table. */
  readonly word: (element: E) => string
  readonly prisms: (element: E, storey: Storey) => Prism[]
  /** @param prisms those that it was built of */
  readonly sizes: (element: E, prisms: readonly Prism[]) => BodySizes
}

/** The storey that something stands on. */
export interface Storey {
  readonly elevationMm: number
  /** To the next level. */
  readonly heightMm: number
}

/** Of upright prisms that don't overlap; a slope at the foot and the top alike leaves it as it is. */
export const volumeOfPrisms = (prisms: readonly Prism[]): number =>
  prisms.reduce(
    (sum, { ring, holes = [], heightMm }) =>
      sum + heightMm * holes.reduce((rest, hole) => rest - area(hole), area(ring)),
    0,
  )
