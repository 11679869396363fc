import type { Now } from './now'

/** Something that can be found by words, and gone to. */
export interface Findable {
  /** Told apart by it: a word for its kind, and its own id. */
  readonly id: string
  readonly word: string
  /** What it is, in a word or two. */
  readonly about: string
  /** Other words that the trade has for it. */
  readonly also?: readonly string[]
  /** How its keys are written. */
  readonly keys?: string
  run(): void
}

/** What a feature brings to be found. */
export interface Finder {
  /** What is there at any time. */
  things?(now: Now): readonly Findable[]
  /** What must be asked for, by what was typed. */
  ask?(text: string): Promise<readonly Findable[]>
}
