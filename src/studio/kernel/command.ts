import type { Now } from './now'

/** Something that can be done at any time: it has its keys, its line on the page of keys and its place in the search. */
export interface Command {
  /** Told apart by it; of lower case words with hyphens. */
  readonly name: string
  readonly word: string
  /** Other words for it. */
  readonly also?: readonly string[]
  /** As a browser names them, with `Ctrl+` and `Shift+` before: any of them does it. */
  readonly keys: readonly string[]
  /** How the keys are written for people, where that is otherwise. */
  readonly shown?: string
  /** Whether it is offered where somebody asks on the bare ground of the board. */
  readonly onGround?: true
  /** What it does, for the page of keys. */
  readonly does: string
  /** Whether it can be done; always where it is left out. */
  when?(now: Now): boolean
  run(): void
}
