import { isInside } from '../geometry/polygon'
import { distance, type Point } from '../geometry/vector'
import { Flag } from '../sheet/linework'
import type { Admission, CatchIndex, NearLine } from './catch-index'
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

/** What of an index may be caught. */
export interface CatchLimits {
  readonly admits?: Admission
  /** Only within this ring, in the space of the index; a line is cut where it leaves it. */
  readonly crop?: readonly Point[] | null
}

/** Parts of the radius searched in turn: in dense linework the nearest ring already decides, and the query stays small. */
const RINGS = [1 / 8, 1 / 3, 1]

/**
 * What the cursor means: the best point within `radius`, else the nearest place on a line.
 * @param p and `radius` in the space of the index
 */
export function catchAt(index: CatchIndex, p: Point, radius: number, limits: CatchLimits = {}): Caught | null {
  const { admits, crop = null } = limits
  let onLine: Caught | null = null
  for (const ring of RINGS) {
    const reach = radius * ring
    const found = index.near(p, reach, admits)
    const near = crop ? found.map((line) => cutBy(crop, line)) : found
    if (near.length === 0) continue
    const best = bestOf(near, p, reach, false, crop)
    if (best) return best
    onLine ??= bestOf(near, p, reach, true, crop)
  }
  return onLine
}

/** A line as the crop leaves it: an end outside is cut away, as by a clip of the sheet itself. */
function cutBy(crop: readonly Point[], line: NearLine): NearLine {
  const cut = (isInside(crop, line.start) ? 0 : Flag.cutStart) | (isInside(crop, line.end) ? 0 : Flag.cutEnd)
  return cut ? { ...line, flags: line.flags | cut } : line
}

function bestOf(
  near: readonly NearLine[],
  p: Point,
  radius: number,
  fallback: boolean,
  crop: readonly Point[] | null,
): Caught | null {
  let best: Caught | null = null
  let bestScore = Infinity
  for (const kind of CATCHES) {
    if ((kind.fallback ?? false) !== fallback) continue
    for (const candidate of kind.find(near, p, radius)) {
      const away = distance(candidate.point, p)
      const score = away / radius + kind.handicap
      if (away > radius || score >= bestScore || (crop && !isInside(crop, candidate.point))) continue
      best = { ...candidate, word: kind.word }
      bestScore = score
    }
  }
  return best
}
