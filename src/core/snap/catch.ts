import { isInside } from '../geometry/polygon'
import { distance, type Point } from '../geometry/vector'
import type { Admission, CatchIndex, NearLine } from '../sheet/catch-index'
import { Flag } from '../sheet/linework'
import { type Candidate, type CatchKind, RANKS, type Rank } from './catch-kind'
import { CATCHES } from './catches/registry'
import { guidesNear } from './guides'
import { type CatchContext, type CatchGround, type CatchScene, NO_CONTEXT } from './scene'

/** What the cursor has caught. */
export interface Caught extends Candidate {
  readonly word: string
  readonly rank: Rank
}

/** Parts of the radius searched in turn: in dense linework the nearest ring already decides, and the query stays small. */
const RINGS = [1 / 8, 1 / 3, 1]

/** Lines looked at together at most, nearest first: each is crossed with each. */
const MOST_TOGETHER = 56

/** What was caught stays caught until something else is nearer by this part of the radius: by less than the eye tells. */
const STEADY = 0.04

/** What is no edge of anything counts as this much farther away, as a part of the radius. */
const SLIGHT_HANDICAP = 0.5
/** Ends and crossings of hatching come behind places on other lines. */
const HATCH_RANKS = 1.5

/**
 * What the cursor means: the best point within `radius`, else the nearest place on a line, else in line with something.
 * @param before what was caught a moment ago: it is not given up for something as near
 */
export function catchOn(
  ground: CatchGround,
  p: Point,
  radius: number,
  context: CatchContext = NO_CONTEXT,
  before: Caught | null = null,
): Caught | null {
  let best: Caught | null = null
  let bestRank: number = RANKS.length
  for (const ring of RINGS) {
    const found = likeliest(sceneAt(ground, p, radius * ring, context))
    // Farther out something may lie that is meant more than a dash.
    if (
      !found ||
      rankOf(found) > bestRank ||
      (rankOf(found) === bestRank && !(best && isSlight(best) && !isSlight(found)))
    )
      continue
    best = found
    bestRank = rankOf(found)
    if (bestRank === 0 && !isSlight(best)) break
  }
  return steady(best, before, p, radius)
}

/** Everything that can be caught at a place, the most likely first, each place once. */
export function candidatesOn(
  ground: CatchGround,
  p: Point,
  radius: number,
  context: CatchContext = NO_CONTEXT,
): Caught[] {
  const all = ranked(sceneAt(ground, p, radius, context))
  return all.filter((each, i) => all.findIndex(({ point }) => distance(point, each.point) < radius * 0.02) === i)
}

const has = ({ lines }: Candidate, flag: number): boolean => lines.some(({ flags }) => (flags & flag) !== 0)
const isSlight = (candidate: Candidate): boolean => has(candidate, Flag.slight)

/** The place of a rank, with hatching behind other lines. */
const rankedAt = (rank: Rank, candidate: Candidate): number =>
  RANKS.indexOf(rank) + (has(candidate, Flag.hatch) ? HATCH_RANKS : 0)

const rankOf = (caught: Caught): number => rankedAt(caught.rank, caught)

function steady(best: Caught | null, before: Caught | null, p: Point, radius: number): Caught | null {
  if (!before || !best || rankOf(before) !== rankOf(best) || best.rank === 'line' || best.rank === 'grid') return best
  // Along a guide the place moves with the cursor: it is found anew, only its guide stays.
  if (best.rank === 'guide') return best
  const away = distance(before.point, p)
  return away <= radius && away < distance(best.point, p) + STEADY * radius ? before : best
}

function sceneAt(ground: CatchGround, p: Point, reach: number, context: CatchContext): CatchScene {
  let near = ground.lines(p, reach)
  if (near.length > MOST_TOGETHER)
    near = near
      .map((line) => ({ line, away: Math.min(distance(line.start, p), distance(line.end, p)) }))
      .sort((a, b) => a.away - b.away)
      .slice(0, MOST_TOGETHER)
      .map(({ line }) => line)
  return { p, radius: reach, near, spots: ground.spots(p, reach), guides: guidesNear(context, p, reach), context }
}

/** All that a scene offers, each with how far it is from being meant: of many candidates few are looked at further. */
function eachScored(scene: CatchScene, take: (candidate: Candidate, kind: CatchKind, score: number) => void): void {
  const { p, radius, context } = scene
  for (const kind of CATCHES) {
    if (!kind.ofGuides && context.off.has(kind.word)) continue
    for (const candidate of kind.find(scene)) {
      const away = distance(candidate.point, p)
      if (away > radius || !candidate.lines.every(({ shows }) => !shows || shows(candidate.point))) continue
      const least = rankedAt(kind.rank, candidate) * 10 + kind.handicap
      take(candidate, kind, least + (isSlight(candidate) ? SLIGHT_HANDICAP : 0) + away / radius)
    }
  }
}

const caughtAs = (candidate: Candidate, { word, rank, ofGuides }: CatchKind): Caught => ({
  ...candidate,
  word: ofGuides ? guideWord(candidate) : word,
  rank,
})

/** The likeliest candidate of a scene. */
function likeliest(scene: CatchScene): Caught | null {
  const best: { found: [Candidate, CatchKind] | null; score: number } = { found: null, score: Number.POSITIVE_INFINITY }
  eachScored(scene, (candidate, kind, score) => {
    if (score >= best.score) return
    best.score = score
    best.found = [candidate, kind]
  })
  return best.found && caughtAs(...best.found)
}

/** All candidates of a scene in order. */
function ranked(scene: CatchScene): Caught[] {
  const found: { caught: Caught; score: number }[] = []
  eachScored(scene, (candidate, kind, score) => found.push({ caught: caughtAs(candidate, kind), score }))
  return found.sort((a, b) => a.score - b.score).map(({ caught }) => caught)
}

const guideWord = ({ guides = [] }: Candidate): string => [...new Set(guides.map(({ word }) => word))].join(', ')

/** What of an index may be caught. */
export interface CatchLimits {
  readonly admits?: Admission
  /** Only within this ring, in the space of the index; a line is cut where it leaves it. */
  readonly crop?: readonly Point[] | null
}

/** A line as the crop leaves it: an end outside is cut away, as by a clip of the sheet itself. */
export function cutBy(crop: readonly Point[], line: NearLine): NearLine {
  const cut = (isInside(crop, line.start) ? 0 : Flag.cutStart) | (isInside(crop, line.end) ? 0 : Flag.cutEnd)
  return { ...line, flags: line.flags | cut, shows: (p) => isInside(crop, p) }
}

/** The ground of one index alone. */
export const groundOf = (index: CatchIndex, { admits, crop = null }: CatchLimits = {}): CatchGround => ({
  lines: (p, reach) => {
    const found = index.near(p, reach, admits)
    return crop ? found.map((line) => cutBy(crop, line)) : found
  },
  spots: () => [],
})

/**
 * What the cursor means on one index.
 * @param p and `radius` in the space of the index
 */
export const catchAt = (index: CatchIndex, p: Point, radius: number, limits: CatchLimits = {}): Caught | null =>
  catchOn(groundOf(index, limits), p, radius)
