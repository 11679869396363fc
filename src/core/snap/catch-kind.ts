import type { Point } from '../geometry/vector'
import type { NearLine } from '../sheet/catch-index'
import type { CatchScene, Guide } from './scene'

/** What a kind of catch offers at one place. */
export interface Candidate {
  readonly point: Point
  /** The lines that make it: one for an end, two for a crossing. */
  readonly lines: readonly NearLine[]
  readonly guides?: readonly Guide[]
  /** Where a point that lies on no line was found. */
  readonly on?: string
}

/** How much a catch means: points of their own before places on a line, these before places in line with something. */
export const RANKS = ['point', 'line', 'guide', 'grid'] as const
export type Rank = (typeof RANKS)[number]

/** One kind of point that the cursor can catch. */
export interface CatchKind {
  /** The word shown beside the cursor, and by which it is switched. */
  readonly word: string
  /** A distance handicap as a part of the radius: of two points equally near, the smaller is meant. */
  readonly handicap: number
  readonly rank: Rank
  /** Whether it is switched by the words of its guides rather than its own. */
  readonly ofGuides?: boolean
  find(scene: CatchScene): Candidate[]
}
