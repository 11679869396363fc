import type { ComponentType } from 'react'
import type { BuildingElement } from '@/core/model/building-shapes'
import type { CardToken } from './card'
import type { DialogProps, DialogToken } from './dialog'
import type { Now } from './now'

/** Where a panel stands in the window. */
export type Slot =
  /** The column on the left. */
  | 'index'
  /** Over the board. */
  | 'over-board'
  /** Beside the board, or in its place: the first one whose condition holds. */
  | 'beside-board'
  /** The card of the step: the first one whose condition holds. */
  | 'card'
  /** The card of the step of tracing. */
  | 'trace'
  /** The bench, before the options of the tool in hand. */
  | 'bench'
  /** The bar at the top. */
  | 'top'
  /** There for as long as the studio is, wherever it shows itself. */
  | 'window'

/** A piece of the window. */
export interface Panel {
  readonly slot: Slot
  /** Panels of a slot stand in this order. */
  readonly order: number
  /** Of panels that tell of the same, the first one whose condition holds stands there. */
  readonly instead?: string
  /** Whether it stands there; always where it is left out. */
  when?(now: Now): boolean
  /** Whether the card opens of itself for it. */
  readonly opensCard?: true
  readonly Content: ComponentType
}

/** The card of a token. */
export interface CardPanel {
  readonly token: CardToken
  readonly Content: ComponentType
}

/** The dialog of a token. */
export interface DialogPanel {
  readonly token: object
  readonly Content: ComponentType<DialogProps<unknown, unknown>>
}

/** A dialog as a feature registers it: token and component belong together. */
export const dialogPanel = <Asked, Answer>(
  token: DialogToken<Asked, Answer>,
  Content: ComponentType<DialogProps<Asked, Answer>>,
): DialogPanel => ({
  token,
  // The shell gives a dialog only what it was asked with by its token.
  Content: Content as ComponentType<DialogProps<unknown, unknown>>,
})

/** What can be changed about one element of a kind. */
export interface ElementPanel {
  readonly kind: BuildingElement['kind']
  readonly title: string
  readonly Fields: ComponentType<{ readonly element: BuildingElement }>
}

/** The fields of a kind of element as a feature registers them. */
export const elementPanel = <K extends BuildingElement['kind']>(
  kind: K,
  title: string,
  Fields: ComponentType<{ readonly element: Extract<BuildingElement, { kind: K }> }>,
): ElementPanel => ({
  kind,
  title,
  // The shell gives fields only elements of their kind.
  Fields: Fields as ComponentType<{ readonly element: BuildingElement }>,
})
