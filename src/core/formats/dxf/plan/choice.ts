import type { Box } from '../../../geometry/box'
import type { PaperName } from '../../paper/papers'

/** What of a model is drawn, and how it is laid out. */
export interface PlanChoice {
  /** The storey that is drawn alone; all where it is left out. */
  readonly levelId?: string | undefined
  /** The paper on which each storey is laid out, where it is. */
  readonly paper?: PaperName | undefined
  /** Site to paper; the largest usual one that fits where left out. */
  readonly ratio?: number | undefined
  /** What the title blocks say. */
  readonly title?: string | undefined
}

/** One storey with what is drawn of it. */
export interface DrawnStorey {
  readonly id: string
  readonly name: string
  /** What covers it. */
  readonly box: Box
  readonly layers: readonly string[]
}
