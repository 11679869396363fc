import type { Point } from '../../geometry/vector'
import type { PrintedLength } from './printed-length'

/** One reading of a printed length: what it may be measured between, and how likely that is. */
export interface Candidate {
  readonly from: Point
  readonly to: Point
  readonly likelihood: number
  /** Which of the printed lengths of the item it is. */
  readonly printed: PrintedLength
  /** Candidates of one item that can only hold together carry the same number. */
  readonly pair?: number
}

/** A printed number with what it may measure. */
export interface Evidence {
  readonly source: 'dimension' | 'room' | 'bar'
  readonly text: string
  readonly candidates: readonly Candidate[]
}
