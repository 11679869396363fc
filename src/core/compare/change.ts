import type { Box } from '../geometry/box'
import type { Point } from '../geometry/vector'

/** What became of something between two issues of a page. */
export type ChangeKind = 'gone' | 'new' | 'moved' | 'changed'

/** What it is, as a person would name it. */
export type ChangeSubject = 'wall' | 'door' | 'window' | 'passage' | 'dimension' | 'text' | 'lines' | 'hatching'

/** A change as a person would count it. Places and shifts are those of the older page, in points. */
export interface SheetChange {
  readonly kind: ChangeKind
  readonly subject: ChangeSubject
  /** Where it shows, on the older and the newer issue together. */
  readonly box: Box
  /** Of what moved: by how much. */
  readonly by: Point | null
  /** Of walls and openings: along it, where it is on the older issue, or on the newer where it is new. */
  readonly line: { readonly start: Point; readonly end: Point } | null
  /** What was written, or how wide or thick it was (millimetres on site, with one figure after the point at most). */
  readonly before: string | null
  readonly after: string | null
}
