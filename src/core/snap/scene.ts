import type { Point } from '../geometry/vector'
import type { NearLine } from '../sheet/catch-index'

/** A point that lies on no line and can be caught: a centre, the start of a text. */
export interface NearSpot {
  readonly word: string
  readonly at: Point
  readonly on?: string
  readonly shows?: (p: Point) => boolean
}

/** Where lines and points that can be caught are found, all in one space. */
export interface CatchGround {
  /** Lines that come within `reach` of `p`. */
  lines(p: Point, reach: number): NearLine[]
  spots(p: Point, reach: number): readonly NearSpot[]
}

/** A point that the cursor passed over a moment ago, with the lines that it lies on. */
export interface PassedPoint {
  readonly at: Point
  readonly word: string
  readonly lines: readonly NearLine[]
}

/** What is caught depends on what was done before. */
export interface CatchContext {
  /** The last point placed, from which the next line is drawn. */
  readonly from: Point | null
  /** Latest first. */
  readonly passed: readonly PassedPoint[]
  /** Spacing of the grid that is caught; null for none. */
  readonly gridSpacing: number | null
  /** Words of kinds that are switched off. */
  readonly off: ReadonlySet<string>
}

export const NO_CONTEXT: CatchContext = { from: null, passed: [], gridSpacing: null, off: new Set() }

/** A straight line of thought: level with a passed point, on the extension of a line, parallel to one. */
export interface Guide {
  readonly word: string
  readonly through: Point
  /** Of length one. */
  readonly direction: Point
  /** Whether it only runs forwards from `through`. */
  readonly ray: boolean
  readonly lines: readonly NearLine[]
}

/** Everything that a kind of catch looks at. */
export interface CatchScene {
  readonly p: Point
  readonly radius: number
  readonly near: readonly NearLine[]
  readonly spots: readonly NearSpot[]
  readonly guides: readonly Guide[]
  readonly context: CatchContext
}
