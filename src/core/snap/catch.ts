import { distance, type Point } from '../geometry/vector'
import type { CatchIndex, NearLine } from './catch-index'
import { CATCHES } from './catches/registry'

/** What a kind of catch offers at one place. */
export interface Candidate {
  readonly point: Point
  /** The lines that make it: one for an end, two for a crossing. */
  readonly lines: readonly NearLine[]
}

/** One kind of point that the cursor can catch. */
export interface CatchKind {
  /** The word shown beside the cursor. */
  readonly word: string
  /** A distance handicap as a part of the radius: of two points equally near, the smaller is meant. */
  readonly handicap: number
  /** Whether it is a place on a line rather than a point of its own; those give way to every point. */
  readonly fallback?: boolean
  find(near: readonly NearLine[], p: Point, radius: number): Candidate[]
}

/** What the cursor has caught. */
export interface Caught extends Candidate {
  readonly word: string
}

/** Parts of the radius searched in turn: in dense linework the nearest ring already decides, and the query stays small. */
const RINGS = [1 / 8, 1 / 3, 1]

/**
 * What the cursor means: the best point within `radius`, else the nearest place on a line.
 * @param p and `radius` in the space of the index
 */
export function catchAt(index: CatchIndex, p: Point, radius: number): Caught | null {
  let onLine: Caught | null = null
  for (const ring of RINGS) {
    const reach = radius * ring
    const near = index.near(p, reach)
    if (near.length === 0) continue
    const best = bestOf(near, p, reach, false)
    if (best) return best
    onLine ??= bestOf(near, p, reach, true)
  }
  return onLine
}

function bestOf(near: readonly NearLine[], p: Point, radius: number, fallback: boolean): Caught | null {
  let best: Caught | null = null
  let bestScore = Infinity
  for (const kind of CATCHES) {
    if ((kind.fallback ?? false) !== fallback) continue
    for (const candidate of kind.find(near, p, radius)) {
      const away = distance(candidate.point, p)
      const score = away / radius + kind.handicap
      if (away <= radius && score < bestScore) {
        best = { ...candidate, word: kind.word }
        bestScore = score
      }
    }
  }
  return best
}
