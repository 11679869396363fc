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

/** The storey that something stands on. */
export interface Storey {
  readonly elevationMm: number
  /** To the next level. */
  readonly heightMm: number
}
