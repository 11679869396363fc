import type { Column } from '../../model/column/schema'
import type { GridLine } from '../../model/grid-line/schema'
import type { Stair } from '../../model/stair/schema'

type Shown<R> = Omit<R, 'id' | 'levelId' | 'tracedFrom'>

/** Something that a sheet shows beside walls and rooms, as the element that it would become; on the board, in mm. */
export type ElementDraft = Shown<GridLine> | Shown<Column> | Shown<Stair>

export interface ProposedElement {
  readonly element: ElementDraft
  /** 0 to 1. */
  readonly certainty: number
}

/** The kinds that are read so. */
export type ProposedKind = ElementDraft['kind']

export const certain = (value: number): number => Math.min(0.97, Math.max(0, value))
