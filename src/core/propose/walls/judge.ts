import { dot } from '../../geometry/vector'
import { common, totalOf } from '../intervals'
import type { BoardLines } from './board-lines'
import { EVIDENCE, type Evidence, evidenceOf, meanOverPens } from './evidence'
import { asideAt, type Direction, directionsOf, turnBetween } from './faces'
import { networkShares, type Strip } from './network'
import { centreAt, placeOn, type Run, runsOf } from './runs'
import { type Judgement, WEIGHTS, type Weights } from './weights'

/** A run with what speaks for it. */
export interface Judged {
  readonly run: Run
  readonly evidence: Evidence
  /** 0 to 1. */
  readonly certainty: number
}

const certaintyOf = (evidence: Evidence, weights: Weights): number => {
  const sum = EVIDENCE.reduce((total, each) => total + weights[each] * evidence[each], weights.bias)
  return 1 / (1 + Math.exp(-sum))
}

/** Less certain runs say nothing of others. */
const LIKELY = 0.1

/** How often runs are compared with one another. */
const ROUNDS = 3

/** All runs of a sheet with their certainty. */
export function judgedRuns(sheet: BoardLines, { alone, compared }: Judgement = WEIGHTS, rounds = ROUNDS): Judged[] {
  const runs = runsOf(sheet, directionsOf(sheet))
  const strips = new Map(runs.map((run) => [run, stripOf(run)]))
  const own = runs.map((run) => evidenceOf(sheet, run))
  let judged = runs.map((run, i) => {
    const evidence: Evidence = { ...own[i]!, common: 0, network: 0, pen: 0 }
    return { run, evidence, certainty: certaintyOf(evidence, alone) }
  })
  // What the surest of them have in common says more of the others.
  for (let round = 0; round < rounds; round++) {
    const likely = withoutConflicts(judged.filter(({ certainty }) => certainty > LIKELY))
    const shares = penShares(sheet, likely)
    const thickness = thicknessShares(likely)
    const network = networkShares(likely.map(({ run }) => strips.get(run)!))
    judged = judged.map(({ run }, i) => {
      const evidence: Evidence = {
        ...own[i]!,
        common: thickness(run),
        network: network(strips.get(run)!),
        pen: meanOverPens(run, (style) => shares[style]!),
      }
      return { run, evidence, certainty: certaintyOf(evidence, compared) }
    })
  }
  return judged
}

/** A run by its centre line. */
export function stripOf(run: Run): Strip {
  const { direction, thicknessMm, from, to } = run
  return {
    start: placeOn(direction, from, centreAt(run, from)),
    end: placeOn(direction, to, centreAt(run, to)),
    thicknessMm,
  }
}

/** The surest runs, none of which lies in the same place as another. */
export function withoutConflicts(judged: readonly Judged[]): Judged[] {
  const kept: Judged[] = []
  const weight = ({ run, certainty }: Judged) => certainty * Math.log(1 + totalOf(run.paired))
  for (const each of [...judged].sort((a, b) => weight(b) - weight(a)))
    if (!kept.some((other) => collide(each.run, other.run))) kept.push(each)
  return kept
}

/** Runs whose directions differ by more cross one another. */
const CROSSING_RAD = 0.1
/** Faces nearer than this are the same. */
const SAME_FACE_MM = 5

/** Whether two runs would use the same place, or the same face: a face has its wall on one side only. */
function collide(a: Run, b: Run): boolean {
  const isSameWay = a.direction === b.direction
  if (!isSameWay && Math.abs(turnBetween(a.direction.rad, b.direction.rad)) > CROSSING_RAD) return false
  const [from, to] = isSameWay ? [b.from, b.to] : reachAlong(a.direction, b)
  const along = Math.min(a.to, to) - Math.max(a.from, from)
  if (along <= 0) return false
  const middle = (Math.max(a.from, from) + Math.min(a.to, to)) / 2
  const [right, left] = sidesAt(a, middle)
  const [otherRight, otherLeft] = isSameWay ? sidesAt(b, middle) : sidesSeenFrom(a.direction, b, middle)
  const across = Math.min(left, otherLeft) - Math.max(right, otherRight)
  const isLong = along > 0.3 * Math.min(a.to - a.from, b.to - b.from)
  if (!isSameWay) return across > -SAME_FACE_MM && isLong
  // Panes lie in the openings of their wall.
  if (across > 0) return isLong
  const shares = a.right === b.right || a.left === b.left || a.right === b.left || a.left === b.right
  if (!shares) return false
  const overlap = totalOf(common(a.paired, b.paired))
  return overlap > 0.3 * Math.min(totalOf(a.paired), totalOf(b.paired))
}

const sidesAt = ({ right, left }: Run, along: number): [right: number, left: number] => [
  asideAt(right, along),
  asideAt(left, along),
]

/** Where a run lies along another direction, from its lower end. */
function reachAlong({ u }: Direction, run: Run): [from: number, to: number] {
  const { start, end } = stripOf(run)
  const [a, b] = [dot(start, u), dot(end, u)]
  return [Math.min(a, b), Math.max(a, b)]
}

/** The sides of a run in the frame of a direction that runs nearly its way. */
function sidesSeenFrom({ u, v, rad }: Direction, run: Run, along: number): [right: number, left: number] {
  const { start, end } = stripOf(run)
  const [s0, s1] = [dot(start, u), dot(end, u)]
  const [t0, t1] = [dot(start, v), dot(end, v)]
  const aside = s1 === s0 ? t0 : t0 + ((t1 - t0) * (along - s0)) / (s1 - s0)
  const half = run.thicknessMm / 2 / Math.cos(turnBetween(rad, run.direction.rad))
  return [aside - half, aside + half]
}

/** Pens that draw less of walls say nothing of the others. */
const LEAST_OF_A_PEN_MM = 1000

/** How much of the length that each pen draws belongs to likely walls, against the pen of which most does. */
function penShares(sheet: BoardLines, kept: readonly Judged[]): Float64Array {
  const drawn = new Float64Array(sheet.styles.length)
  const inWalls = new Float64Array(sheet.styles.length)
  for (const { lengthMm, style } of sheet.lines) if (lengthMm > 100) drawn[style]! += lengthMm
  for (const { run, certainty } of kept)
    for (const { pieces } of [run.right, run.left])
      for (const { from, to, style } of pieces) inWalls[style]! += certainty * totalOf(common([[from, to]], run.paired))
  const shares = drawn.map((length, i) => (length > 0 ? Math.min(1, inWalls[i]! / length) : 0))
  const most = shares.reduce((best, share, i) => (inWalls[i]! > LEAST_OF_A_PEN_MM ? Math.max(best, share) : best), 0)
  return most > 0 ? shares.map((share) => Math.min(1, share / most)) : shares
}

/** Thicknesses nearer than this are the same. */
const SAME_THICKNESS_MM = 8

function thicknessShares(kept: readonly Judged[]): (run: Run) => number {
  const total = kept.reduce((sum, { run, certainty }) => sum + certainty * totalOf(run.paired), 0)
  return ({ thicknessMm }) => {
    const same = kept.reduce(
      (sum, { run, certainty }) =>
        Math.abs(run.thicknessMm - thicknessMm) < SAME_THICKNESS_MM ? sum + certainty * totalOf(run.paired) : sum,
      0,
    )
    return total > 0 ? Math.min(1, (4 * same) / total) : 0
  }
}
