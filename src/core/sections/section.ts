import type { SectionShape } from './shape'

/** What members are made of, as far as mass and drawing go. */
export type Stuff = 'steel' | 'timber'

/** A section as it is ordered. */
export interface Section {
  /** What it is called and found by. */
  readonly name: string
  readonly shape: SectionShape
  readonly stuff: Stuff
  /** Where its sizes stand; null for one of the project's own. */
  readonly standard: string | null
  /** The family that it belongs to. */
  readonly family: string
}

/** Sections of one kind, by growing size. */
export interface Family {
  readonly name: string
  /** In a few words. */
  readonly about: string
  readonly standard: string
  readonly stuff: Stuff
  readonly shapes: readonly (readonly [name: string, shape: SectionShape])[]
}

const INCH_MM = 25.4
/** Sizes of a table in inches, in millimetres. */
export const inches = (...sizes: readonly number[]): number[] => sizes.map((size) => size * INCH_MM)
