import { boxOf } from '../../geometry/box'
import { common, totalOf } from '../intervals'
import type { BoardLines } from './board-lines'
import { EVIDENCE, type Evidence, evidenceOf, meanOverPens } from './evidence'
import { directionsOf } from './faces'
import { networkShares, type Strip } from './network'
import { placeOn, type Run, runsOf } from './runs'

/** A run with what speaks for it. */
export interface Judged {
  readonly run: Run
  readonly evidence: Evidence
  /** 0 to 1. */
  readonly certainty: number
}

type Weights = Readonly<Record<keyof Evidence, number>> & { readonly bias: number }

/**
 * Weights of the evidence of a run by itself, by logistic regression with their signs held, over made-up plans of
 * other seeds than those of the bench.
 */
const FIRST: Weights = {
  bias: -9.7,
  slender: 3.7,
  filled: 2.9,
  hatched: 1.2,
  joined: 1.2,
  capped: -3.9,
  ladder: -3.4,
  text: -1.3,
  opened: 5.3,
  common: 0,
  network: 0,
  pen: 0,
  bold: 4.2,
  frame: -5,
  thick: -2.3,
}

/** Weights once the runs have been compared with one another; found likewise. */
const THEN: Weights = {
  bias: -9.3,
  slender: 0.7,
  filled: 1.9,
  hatched: 0.6,
  joined: 0,
  capped: -0.9,
  ladder: -2.8,
  text: -0.7,
  opened: 3.2,
  common: 4.5,
  network: 2,
  pen: 3.4,
  bold: 0.3,
  frame: -5,
  thick: -1.1,
}

const certaintyOf = (evidence: Evidence, weights: Weights): number => {
  const sum = EVIDENCE.reduce((total, each) => total + weights[each] * evidence[each], weights.bias)
  return 1 / (1 + Math.exp(-sum))
}

/** Less certain runs say nothing of others. */
const LIKELY = 0.1

/** All runs of a sheet with their certainty. */
export function judgedRuns(sheet: BoardLines): Judged[] {
  const runs = runsOf(sheet, directionsOf(sheet))
  const extent = boxOf(sheet.lines.flatMap(({ start, end }) => [start, end]))
  const strips = new Map(runs.map((run) => [run, stripOf(run)]))
  const own = runs.map((run) => evidenceOf(sheet, run, extent))
  let judged = runs.map((run, i) => {
    const evidence: Evidence = { ...own[i]!, common: 0, network: 0, pen: 0 }
    return { run, evidence, certainty: certaintyOf(evidence, FIRST) }
  })
  // What the surest of them have in common says more of the others.
  for (let round = 0; round < 3; round++) {
    const likely = withoutConflicts(judged.filter(({ certainty }) => certainty > LIKELY))
    const shares = penShares(
      sheet,
      likely.filter(({ certainty }) => certainty > 0.5),
    )
    const thickness = thicknessShares(likely)
    const network = networkShares(likely.map(({ run }) => strips.get(run)!))
    judged = judged.map(({ run }, i) => {
      const evidence: Evidence = {
        ...own[i]!,
        common: thickness(run),
        network: network(strips.get(run)!),
        pen: meanOverPens(run, (style) => shares[style]!),
      }
      return { run, evidence, certainty: certaintyOf(evidence, THEN) }
    })
  }
  return judged
}

/** A run by its centre line. */
function stripOf({ direction, right, left, thicknessMm, from, to }: Run): Strip {
  const centre = (right.asideMm + left.asideMm) / 2
  return { start: placeOn(direction, from, centre), end: placeOn(direction, to, centre), thicknessMm }
}

/** The surest runs, none of which lies in the same place as another. */
export function withoutConflicts(judged: readonly Judged[]): Judged[] {
  const kept: Judged[] = []
  const weight = ({ run, certainty }: Judged) => certainty * Math.log(1 + totalOf(run.paired))
  for (const each of [...judged].sort((a, b) => weight(b) - weight(a)))
    if (!kept.some((other) => collide(each.run, other.run))) kept.push(each)
  return kept
}

/** Whether two runs would use the same place, or the same face: a face has its wall on one side only. */
function collide(a: Run, b: Run): boolean {
  if (a.direction !== b.direction) return false
  const along = Math.min(a.to, b.to) - Math.max(a.from, b.from)
  if (along <= 0) return false
  const across = Math.min(a.left.asideMm, b.left.asideMm) - Math.max(a.right.asideMm, b.right.asideMm)
  const shares = a.right === b.right || a.left === b.left || a.right === b.left || a.left === b.right
  // Panes lie in the openings of their wall.
  if (across > 0) return along > 0.3 * Math.min(a.to - a.from, b.to - b.from)
  if (!shares) return false
  const overlap = totalOf(common(a.paired, b.paired))
  return overlap > 0.3 * Math.min(totalOf(a.paired), totalOf(b.paired))
}

/** Pens that draw less of walls say nothing of the others. */
const LEAST_OF_A_PEN_MM = 3000

/** How much of the length that each pen draws belongs to sure walls, against the pen of which most does. */
function penShares(sheet: BoardLines, kept: readonly Judged[]): Float64Array {
  const drawn = new Float64Array(sheet.styles.length)
  const inWalls = new Float64Array(sheet.styles.length)
  for (const { lengthMm, style } of sheet.lines) if (lengthMm > 100) drawn[style]! += lengthMm
  for (const { run } of kept)
    for (const { pieces } of [run.right, run.left])
      for (const { from, to, style } of pieces) inWalls[style]! += totalOf(common([[from, to]], run.paired))
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
