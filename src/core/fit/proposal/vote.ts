import { MM_PER_PT } from '../../units/length'
import { directionsOf } from './directions'
import type { Candidate, Evidence } from './evidence'
import { type KnownSizes, NOTHING_KNOWN, plausibility } from './known-sizes'
import type { PrintedLength } from './printed-length'

/** How one item of evidence reads at the scale that was found. */
export interface Reading {
  readonly candidate: Candidate
  readonly statedMm: number
  readonly drawnMm: number
  readonly agrees: boolean
}

export interface Decision {
  readonly mmPerPtX: number
  readonly mmPerPtY: number
  readonly stretched: boolean
  readonly confidence: number
  readonly unitSystem: 'metric' | 'imperial'
  /** For each item of the evidence. */
  readonly readings: readonly (readonly Reading[])[]
}

/** Millimetres in the bare whole and decimal figures of a sheet, with how usual that is. */
interface UnitHabit {
  readonly wholeMm: number
  readonly decimalMm: number
  readonly prior: number
  /** Words in which a sheet says so. */
  readonly named: RegExp | null
}

const saysAll = (unit: string) =>
  new RegExp(String.raw`(?:dim|measur|unit|ma(?:ß|ss)e|cotes|misure|mål)[^\n]{0,40}\b(?:${unit})\b`, 'i')

const HABITS: readonly UnitHabit[] = [
  { wholeMm: 1, decimalMm: 1000, prior: 1, named: saysAll('mm|millimet\\w*|millimeter') },
  { wholeMm: 1, decimalMm: 1, prior: 0.8, named: saysAll('mm|millimet\\w*|millimeter') },
  { wholeMm: 10, decimalMm: 1000, prior: 0.8, named: saysAll('cm|centimet\\w*|zentimeter') },
  { wholeMm: 10, decimalMm: 10, prior: 0.35, named: saysAll('cm|centimet\\w*|zentimeter') },
  { wholeMm: 1000, decimalMm: 1000, prior: 0.3, named: saysAll('m|met(?:re|er)s?') },
  { wholeMm: 25.4, decimalMm: 25.4, prior: 0.2, named: saysAll('in|inch(?:es)?') },
]

/** Ends of drawn lines are off by this much (standard deviation), in points. */
const DRAWN_PT = 0.12
/** Two readings speak for one scale within this part of it, beside the errors of each. */
const SAME_SCALE = 0.0015
/** Readings coarser than this part of themselves agree with anything. */
const COARSEST = 0.04
/** How far from a scale anything can speak for it. */
const WIDEST = SAME_SCALE + 2.5 * COARSEST
/** A print is stretched by no more than this between its two directions. */
const MOST_STRETCH = 0.09
/** Directions differ in scale beyond this only where the print is stretched. */
const LEAST_STRETCH = 0.001
/** A stretch needs about one good reading more than none. */
const STRETCH_COSTS = 1
const SMALL_STRETCH = 0.015
/** Scales of drawings, in millimetres a point: 20:1 to 1:20,000. */
const SCALES = [0.05 * MM_PER_PT, 20_000 * MM_PER_PT] as const
/** A sheet is printed at half to twice of what it names: A1 on A3 and back. */
const PRINTED_WITHIN = Math.log(2.2)
const USUAL = [
  1, 2, 5, 10, 12, 15, 16, 20, 24, 25, 32, 48, 50, 64, 75, 96, 100, 125, 128, 192, 200, 240, 250, 400, 480, 500, 1000,
  2000,
]

/** A scale is the one that a sheet names within this, in the logarithm. */
const AS_NAMED = 0.005
/** Where bare figures fit in another unit as well, and little tells which they are, the scale is never surer than this. */
const OPEN = 0.75
const OPEN_DOUBT = 0.3
const FITS_AS_WELL = 0.9

/** A candidate with its scale under one habit. */
interface Vote {
  readonly item: number
  readonly candidate: Candidate
  readonly mm: number
  readonly dx: number
  readonly dy: number
  readonly drawnPt: number
  readonly logScale: number
  /** One standard error of `logScale`. */
  readonly sigma: number
  readonly weight: number
}

interface Winner {
  readonly habit: UnitHabit
  readonly votes: readonly Vote[]
  readonly centre: number
  readonly score: number
  /** What speaks for it by its figures alone. */
  readonly agreed: number
  /** What the next best scale scores with other items. */
  readonly rival: number
}

/** Finds the scale on which most of the evidence agrees. @returns null where nothing agrees on anything */
export function decide(
  evidence: readonly Evidence[],
  statedRatio: number | null,
  words: string,
  sizes: KnownSizes = NOTHING_KNOWN,
): Decision | null {
  if (evidence.length === 0) return null
  const kinds = new Set(evidence.flatMap(({ candidates }) => candidates.map(({ printed }) => printed.kind)))
  const winners = habitsFor(kinds).map((habit) => winnerUnder(evidence, habit, { statedRatio, words, sizes }))
  const found = winners.filter((winner) => winner !== null).sort((a, b) => b.score - a.score)
  const [best] = found
  if (!best) return null
  const scale = refine(best)
  const readings = evidence.map((item, i) => readAt(item, i, best, scale))
  const agreeing = readings.filter((each) => each.some(({ agrees }) => agrees)).length
  if (agreeing === 0) return null
  // Another habit that reads the sheet nearly as well, at another scale, is a doubt.
  const other = found.find(({ centre }) => Math.abs(centre - best.centre) > 0.05)
  const doubt = other ? Math.min(1, other.score / best.score) : 0
  const ratio = Math.sqrt(scale.mmPerPtX * scale.mmPerPtY) / MM_PER_PT
  const named = statedRatio !== null && Math.abs(Math.log(ratio / statedRatio)) < AS_NAMED
  const confidence = confidenceOf(evidence, readings, best, doubt, named)
  const open = doubt > OPEN_DOUBT && other!.agreed > FITS_AS_WELL * best.agreed
  return {
    ...scale,
    confidence: open ? Math.min(OPEN, confidence) : confidence,
    unitSystem: isImperial(evidence, best.habit) ? 'imperial' : 'metric',
    readings,
  }
}

/** Only habits that read the figures differently. */
function habitsFor(kinds: ReadonlySet<PrintedLength['kind']>): UnitHabit[] {
  const seen = new Set<string>()
  return HABITS.filter(({ wholeMm, decimalMm }) => {
    const key = `${kinds.has('whole') ? wholeMm : ''}/${kinds.has('decimal') ? decimalMm : ''}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  }).map((habit) => ({ ...habit, prior: priorOf(habit, kinds) }))
}

/** Whole figures without decimals beside them are seldom centimetres; decimals alone are metres on plans before all else. */
function priorOf({ wholeMm, decimalMm, prior }: UnitHabit, kinds: ReadonlySet<PrintedLength['kind']>): number {
  if (kinds.has('whole') && !kinds.has('decimal')) return wholeMm === 10 ? 0.25 : prior
  if (!kinds.has('whole') && kinds.has('decimal')) return decimalMm === 1000 ? 1 : 0.35
  return prior
}

const inMm = ({ kind, value }: PrintedLength, { wholeMm, decimalMm }: UnitHabit): number =>
  value * (kind === 'stated' ? 1 : kind === 'whole' ? wholeMm : decimalMm)

const SOURCE_WEIGHT: Readonly<Record<Evidence['source'], number>> = { dimension: 1, room: 0.9, bar: 1.5 }

function votesUnder(evidence: readonly Evidence[], habit: UnitHabit): Vote[] {
  return evidence.flatMap(({ candidates, source }, item) => {
    const likeliest = Math.max(...candidates.map(({ likelihood }) => likelihood))
    return candidates.flatMap((candidate): Vote[] => {
      const [dx, dy] = [candidate.to.x - candidate.from.x, candidate.to.y - candidate.from.y]
      const drawnPt = Math.hypot(dx, dy)
      const mm = inMm(candidate.printed, habit)
      const scale = mm / drawnPt
      if (!(scale > SCALES[0] && scale < SCALES[1])) return []
      const grain = candidate.printed.grain / candidate.printed.value / Math.sqrt(12)
      const sigma = Math.hypot((DRAWN_PT * Math.SQRT2) / drawnPt, grain)
      if (sigma > COARSEST) return []
      // How sure the best span is, and how this one stands against it.
      const weight = SOURCE_WEIGHT[source] * (0.4 + 0.6 * likeliest) * Math.sqrt(candidate.likelihood / likeliest)
      return [{ item, candidate, mm, dx, dy, drawnPt, logScale: Math.log(scale), sigma, weight }]
    })
  })
}

/** What else a sheet says of its scale. */
interface Surroundings {
  readonly statedRatio: number | null
  readonly words: string
  readonly sizes: KnownSizes
}

function winnerUnder(
  evidence: readonly Evidence[],
  habit: UnitHabit,
  { statedRatio, words, sizes }: Surroundings,
): Winner | null {
  const votes = votesUnder(evidence, habit).sort((a, b) => a.logScale - b.logScale)
  if (votes.length === 0) return null
  const { at: centre, score: joint } = peak(votes)
  // A stretched print speaks for one scale along the sheet, and for one near it up the sheet.
  const apart = directionsAround(votes, centre).reduce((sum, some) => sum + peak(some).score, 0) - STRETCH_COSTS
  const agreed = Math.max(joint, apart)
  const items = new Set(votes.filter((vote) => Math.abs(vote.logScale - centre) < MOST_STRETCH).map(({ item }) => item))
  const rest = votes.filter((vote) => !items.has(vote.item))
  const rival = peak(rest).score
  const ratio = Math.exp(centre) / MM_PER_PT
  const named = statedRatio !== null && Math.abs(Math.log(ratio / statedRatio)) < PRINTED_WITHIN
  const usual = USUAL.some(
    (each) => Math.abs(Math.log(ratio / each)) < 0.004 || Math.abs(Math.log(ratio * each)) < 0.004,
  )
  const says = habit.named?.test(words) ?? false
  const plausible = plausibility(sizes, Math.exp(centre), lengthsAt(votes, centre))
  const score = agreed * habit.prior * plausible * (named ? 4 : 1) * (usual ? 1.3 : 1) * (says ? 6 : 1)
  return { habit, votes, centre, score, agreed, rival: (rival * score) / agreed }
}

/** What the items state that speak for a scale, in millimetres, each once. */
function lengthsAt(votes: readonly Vote[], centre: number): number[] {
  const lengths = new Map<number, number>()
  for (const { item, mm, logScale } of votes) if (Math.abs(logScale - centre) < MOST_STRETCH) lengths.set(item, mm)
  return [...lengths.values()]
}

function firstFrom(votes: readonly Vote[], log: number): number {
  let [low, high] = [0, votes.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (votes[middle]!.logScale < log) low = middle + 1
    else high = middle
  }
  return low
}

interface Peak {
  readonly at: number
  readonly score: number
}

/** The scale for which most speaks. */
function peak(votes: readonly Vote[], otherwise = 0): Peak {
  return votes.reduce<Peak>(
    (most, { logScale }) => {
      const score = scoreAt(votes, logScale)
      return score > most.score ? { at: logScale, score } : most
    },
    { at: otherwise, score: 0 },
  )
}

/** What runs along the sheet and what runs up it, near a scale. */
function directionsAround(votes: readonly Vote[], centre: number): [Vote[], Vote[]] {
  const near = votes.filter(({ logScale }) => Math.abs(logScale - centre) < MOST_STRETCH)
  return [
    near.filter(({ dx, drawnPt }) => Math.abs(dx) > 0.98 * drawnPt),
    near.filter(({ dy, drawnPt }) => Math.abs(dy) > 0.98 * drawnPt),
  ]
}

/** The weight of all items that speak for a scale, each once. @param votes sorted by their scale */
function scoreAt(votes: readonly Vote[], centre: number): number {
  const heaviest = new Map<number, number>()
  for (let i = firstFrom(votes, centre - WIDEST); i < votes.length; i++) {
    const { item, logScale, sigma, weight } = votes[i]!
    if (logScale > centre + WIDEST) break
    const off = Math.abs(logScale - centre) / (SAME_SCALE + 2.5 * sigma)
    if (off > 1) continue
    // The nearer the better, and what would agree with anything counts for less.
    const counted = (weight * (1 - 0.5 * off * off)) / (1 + 25 * sigma)
    if (counted > (heaviest.get(item) ?? 0)) heaviest.set(item, counted)
  }
  let sum = 0
  for (const weight of heaviest.values()) sum += weight
  return sum
}

interface Scales {
  readonly mmPerPtX: number
  readonly mmPerPtY: number
  readonly stretched: boolean
}

/** The scale of the agreeing votes by least squares, along and up the sheet apart where they differ beyond their errors. */
function refine({ votes, centre }: Winner): Scales {
  const all = estimate(votes, centre)
  const [x, y] = directionsAround(votes, centre).map((some) => {
    const best = peak(some, centre)
    const gain = best.score - scoreAt(some, centre)
    // One or two that agree by chance are no stretch, unless it is so small that all agree with either.
    const better = gain > STRETCH_COSTS || (gain > 0 && Math.abs(best.at - centre) < SMALL_STRETCH)
    return estimate(some, better ? best.at : centre)
  }) as [Estimate, Estimate]
  const apart = Math.abs(x.log - y.log)
  const enough = x.count >= 2 && y.count >= 2
  const stretched = enough && apart > LEAST_STRETCH && apart > 3 * Math.hypot(x.error, y.error)
  if (stretched) return { mmPerPtX: Math.exp(x.log), mmPerPtY: Math.exp(y.log), stretched }
  return { mmPerPtX: Math.exp(all.log), mmPerPtY: Math.exp(all.log), stretched }
}

interface Estimate {
  readonly log: number
  readonly error: number
  readonly count: number
}

/**
 * Weighted mean of the log scales of one reading an item, drawn in from wide to narrow; readings far out have no say
 * (Tukey's biweight, Beaton and Tukey 1974, with c = 4.685).
 */
function estimate(votes: readonly Vote[], start: number): Estimate {
  let log = start
  let kept: Vote[] = []
  for (const widen of [3, 2, 1.4, 1, 1, 1]) {
    kept = nearest(votes, log, widen)
    if (kept.length === 0) return { log: start, error: 1, count: 0 }
    let [sum, weights] = [0, 0]
    for (const vote of kept) {
      const off = (vote.logScale - log) / spread(vote)
      const u = off / (4.685 * widen)
      const weight = Math.abs(u) < 1 ? (1 - u * u) ** 2 / spread(vote) ** 2 : 0
      sum += weight * vote.logScale
      weights += weight
    }
    if (weights > 0) log = sum / weights
  }
  const precision = kept.reduce((sum, vote) => sum + 1 / spread(vote) ** 2, 0)
  // Numbers that are rounded little lie closer together than their steps would have it.
  const off = kept.reduce((sum, vote) => sum + ((vote.logScale - log) / spread(vote)) ** 2, 0)
  const closer = kept.length >= 4 ? Math.min(1, Math.max(0.3, Math.sqrt(off / (kept.length - 1)))) : 1
  return { log, error: closer / Math.sqrt(precision), count: kept.length }
}

/** Beside its own error every drawing is off by a little everywhere. */
const spread = ({ sigma }: Vote): number => Math.hypot(sigma, 0.0004)

/** For each item the reading that goes best with a scale, where it agrees with it. */
function nearest(votes: readonly Vote[], log: number, widen: number): Vote[] {
  const best = new Map<number, Vote>()
  for (const vote of votes) {
    if (Math.abs(vote.logScale - log) > 4 * widen * spread(vote)) continue
    const other = best.get(vote.item)
    if (!other || cost(vote, log) < cost(other, log)) best.set(vote.item, vote)
  }
  return [...best.values()]
}

/** How badly a reading goes with a scale: by its distance, and by how unlikely it is in itself. */
const cost = (vote: Vote, log: number): number =>
  ((vote.logScale - log) / spread(vote)) ** 2 - 4 * Math.log(vote.candidate.likelihood)

/** How an item reads at a scale: a room by both of its sides. */
function readAt(item: Evidence, index: number, { habit, votes }: Winner, scale: Scales): Reading[] {
  const readings = votes
    .filter((vote) => vote.item === index)
    .map((vote) => {
      const drawnMm = Math.hypot(vote.dx * scale.mmPerPtX, vote.dy * scale.mmPerPtY)
      const off = Math.abs(Math.log(drawnMm / vote.mm)) / spread(vote)
      return { candidate: vote.candidate, statedMm: vote.mm, drawnMm, agrees: off < 4, off }
    })
  if (readings.length === 0) {
    const [candidate] = item.candidates
    const drawnMm = Math.hypot(
      (candidate!.to.x - candidate!.from.x) * scale.mmPerPtX,
      (candidate!.to.y - candidate!.from.y) * scale.mmPerPtY,
    )
    return [{ candidate: candidate!, statedMm: inMm(candidate!.printed, habit), drawnMm, agrees: false }]
  }
  if (item.source === 'room') return readRoom(readings)
  const agreeing = readings.filter(({ agrees }) => agrees).sort((a, b) => a.off - b.off)
  const likeliest = [...readings].sort((a, b) => b.candidate.likelihood - a.candidate.likelihood)
  return [agreeing[0] ?? likeliest[0]!]
}

function readRoom(readings: readonly (Reading & { off: number })[]): Reading[] {
  const pairs = new Map<number, (Reading & { off: number })[]>()
  for (const reading of readings) {
    const pair = reading.candidate.pair ?? 0
    pairs.set(pair, [...(pairs.get(pair) ?? []), reading])
  }
  const worst = (pair: readonly { off: number }[]) => Math.max(...pair.map(({ off }) => off))
  const [best] = [...pairs.values()].sort((a, b) => worst(a) - worst(b))
  const agrees = best!.length === 2 && best!.every((side) => side.agrees)
  return best!.map((side) => ({ ...side, agrees }))
}

function isImperial(evidence: readonly Evidence[], habit: UnitHabit): boolean {
  const texts = evidence.map(({ text }) => /['"′″’”]|\b(?:ft|in)\b/.test(text))
  return texts.filter(Boolean).length * 2 > texts.length || habit.wholeMm === 25.4
}

/**
 * How sure the scale is: more that agree make it surer, others that agree on another scale, or another reading of bare
 * figures, less. Calibrated on the seeded corpus of `tests/bench/scale-proposals.ts`.
 */
function confidenceOf(
  evidence: readonly Evidence[],
  readings: readonly (readonly Reading[])[],
  { score, rival }: Winner,
  doubt: number,
  named: boolean,
): number {
  const agreeing = readings.filter((each) => each.some(({ agrees }) => agrees)).length
  // A sheet that names the very ratio is a witness as well.
  const byNumber = 1 - 0.55 ** Math.max(0, agreeing - 1 + (named ? 2 : 0))
  const agreed = readings.flat().flatMap(({ agrees, candidate }) => (agrees ? [candidate] : []))
  // What nothing confirms in one direction may be stretched there.
  const byDirection = named ? 1 : [0.7, 0.8, 1][Math.min(2, ...directionsOf(agreed))]!
  const share = agreeing / evidence.length
  const byShare = Math.min(1, 0.35 + share)
  const byRival = 1 - 0.6 * Math.min(1, rival / score) ** 2
  const byUnit = 1 - 0.5 * Math.max(0, (doubt - 0.45) / 0.55)
  return Math.max(0.05, Math.min(0.99, byNumber * byDirection * byShare * byRival * byUnit))
}
