import type { Command } from './command'
import type { Finder } from './find'
import type { MenuOf } from './menu'
import type { AnyGroup } from './options'
import type { Overlay } from './overlay'
import type { CardPanel, DialogPanel, ElementPanel, Panel } from './panel'
import type { Tool } from './tool'

/** What a room of the house brings along. The shell knows features by this alone. */
export interface Feature {
  readonly name: string
  readonly tools?: readonly Tool[]
  readonly options?: readonly AnyGroup[]
  readonly panels?: readonly Panel[]
  readonly cards?: readonly CardPanel[]
  readonly dialogs?: readonly DialogPanel[]
  readonly elements?: readonly ElementPanel[]
  readonly overlays?: readonly Overlay[]
  readonly commands?: readonly Command[]
  readonly finds?: Finder
  readonly menu?: MenuOf
  /** Begins to follow something for as long as a project is open. @returns a function that stops it */
  readonly follows?: readonly (() => () => void)[]
}
