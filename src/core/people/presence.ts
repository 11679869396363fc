import type { Point } from '../geometry/vector'

/** Where somebody looks and points in a project. Nothing of it is kept. */
export interface Presence {
  /** Told apart by it: somebody may have several windows. */
  readonly window: string
  readonly who: { readonly id: string; readonly name: string }
  /** Where they point on the board, in millimetres; null while they point elsewhere. */
  readonly at: Point | null
  /** What their board shows: its middle, in millimetres, and how much of it. */
  readonly view: { readonly center: Point; readonly widthMm: number }
  /** The level or work plane that they look at; null while all show. */
  readonly levelId: string | null
  /** Ids of what they have selected, a few of them. */
  readonly selection: readonly string[]
  /** Whether they leave. */
  readonly gone: boolean
}

/** How much of a selection is told. */
export const MOST_SELECTED = 20
