import type { Point } from '@/core/geometry/vector'
import type { BoardPoint } from './board-point'

/** What is dragged on the board. */
export type Drag =
  | { readonly kind: 'frame'; readonly from: Point; readonly trail: readonly Point[] }
  | { readonly kind: 'move'; readonly from: Point }
  | { readonly kind: 'grip'; readonly id: string; readonly index: number }

/** What a tool has gathered so far. Given up when another tool is taken. */
export interface Session {
  /** Points placed, in order. */
  readonly points: readonly BoardPoint[]
  /** What the mouse itself points at. */
  readonly raw: BoardPoint | null
  /** Where the next point would fall: `raw`, steered by what is typed and held. */
  readonly cursor: BoardPoint | null
  /** Fields typed, by name; empty where the mouse gives the value. */
  readonly typed: Readonly<Record<string, string>>
  /** While it is held, lines run level, upright, at 45° or along the line last touched. */
  readonly held: boolean
  /** The direction of the line last touched. */
  readonly touchedRad: number | null
  /** Ids of what the tool has made or taken so far. */
  readonly ids: readonly string[]
  readonly drag: Drag | null
}

export const EMPTY_SESSION: Session = {
  points: [],
  raw: null,
  cursor: null,
  typed: {},
  held: false,
  touchedRad: null,
  ids: [],
  drag: null,
}
