import type { Box } from '../geometry/box'
import type { RecordKind } from '../model/registry'

/** What became of an element, or of anything else that the model is made of, between two states of a project. */
export interface ElementChange {
  readonly id: string
  readonly kind: RecordKind
  readonly what: 'new' | 'gone' | 'changed'
  /** What it goes by: `Door D03`, `Room 1.04 STORE`, `Level “Ground”`. */
  readonly called: string
  /** What is otherwise, each in a few words; empty for what is new or gone. */
  readonly says: readonly string[]
  /** The level that it stands on; null for what stands on none. */
  readonly levelId: string | null
  /** Where it shows on the plan, before and after together, millimetres; null for what shows nowhere. */
  readonly box: Box | null
  /** Its lines on the plan, as x1 y1 x2 y2 in millimetres; empty where there are none. */
  readonly before: Float32Array
  readonly after: Float32Array
}
