import type { Point } from '../../geometry/vector'
import type { Linework } from '../../sheet/linework'
import { isSameScale, largestMeasure, mmPerPtOf, RECORDED, type StatedMeasure } from '../../sheet/measures'
import { MM_PER_PT } from '../../units/length'
import type { StatedRatio } from '../../units/ratio-in-text'
import { statedRatio } from '../stated-ratio'
import { spansOf } from './dimension-lines'
import type { Evidence } from './evidence'
import { knownSizes } from './known-sizes'
import { LineFinder } from './line-finder'
import { type Phrase, phrasesOf } from './phrases'
import { FEET, readPrintedLength } from './printed-length'
import { roomEvidence } from './room-sizes'
import { scaleBarEvidence } from './scale-bars'
import { type Decision, decide } from './vote'

/** A printed length that was matched with a distance on the sheet. */
export interface ProposedDimension {
  readonly text: string
  readonly source: Evidence['source']
  readonly statedMm: number
  /** What the distance comes to at the proposed scale. */
  readonly drawnMm: number
  /** Sheet space. */
  readonly fromPt: Point
  readonly toPt: Point
  readonly agrees: boolean
}

/** The scale on which most of what a sheet states of itself agrees. */
export interface ScaleProposal {
  /** Millimetres of the building in one point of the sheet; along and up the sheet apart where it is stretched. */
  readonly mmPerPt: number
  readonly mmPerPtX: number
  readonly mmPerPtY: number
  /** Whether along and up the sheet differ by more than their errors. */
  readonly stretched: boolean
  /** 0 to 1. From what the sheet names alone never more than 0.4. */
  readonly confidence: number
  readonly unitSystem: 'metric' | 'imperial'
  /** What was read, those that agree first. */
  readonly dimensions: readonly ProposedDimension[]
  /** The ratio that the sheet names itself, if any. */
  readonly stated: StatedRatio | null
  /** The scales that the file records for parts of the page. */
  readonly measures?: readonly StatedMeasure[]
}

/** Figures looked at of one sheet: more stand in tables, not on dimensions. */
const MOST_READ = 1500
/** What a sheet merely names says little of how it was printed. */
const NAMED_ALONE = 0.4

/**
 * Reads printed dimensions, room sizes, scale bars and the named ratio, and finds the scale on which most agree; what the
 * file itself records goes before what is read unsurely. Nothing is applied.
 * @param measures of the page @returns null where there is nothing to go on
 */
export function proposeScale(linework: Linework, measures: readonly StatedMeasure[] = []): ScaleProposal | null {
  const printed = proposePrinted(linework)
  const recorded = largestMeasure(measures)
  if (!recorded) return printed
  const { mmPerPtX, mmPerPtY } = recorded
  const mmPerPt = mmPerPtOf(recorded)
  if (printed && printed.confidence >= RECORDED && printed.dimensions.length > 0) return { ...printed, measures }
  const unitSystem = printed?.unitSystem ?? (/['"′″]|\b(in|ft)\b/.test(recorded.words) ? 'imperial' : 'metric')
  const stretched = !isSameScale(mmPerPtX, mmPerPtY)
  const dimensions = (printed?.dimensions ?? []).map((each) => {
    const drawnMm = Math.hypot((each.toPt.x - each.fromPt.x) * mmPerPtX, (each.toPt.y - each.fromPt.y) * mmPerPtY)
    return { ...each, drawnMm, agrees: isSameScale(each.statedMm, drawnMm) }
  })
  const stated = printed?.stated ?? null
  return { mmPerPt, mmPerPtX, mmPerPtY, stretched, confidence: RECORDED, unitSystem, dimensions, stated, measures }
}

function proposePrinted(linework: Linework): ScaleProposal | null {
  const phrases = phrasesOf(linework.text)
  const lines = new LineFinder(linework)
  const bars = scaleBarEvidence(phrases, lines)
  const evidence: Evidence[] = [
    ...dimensionEvidence(phrases, lines),
    ...roomEvidence(phrases, lines).filter(({ candidates }) => candidates.length > 0),
    ...bars,
  ]
  const stated = statedRatio(linework.text)
  const words = phrases.map(({ text }) => text).join('\n')
  const decision = decide(evidence, stated?.ratio ?? null, words, knownSizes(linework, phrases, lines))
  if (decision) return { ...proposalOf(evidence, decision), stated }
  if (!stated) return null
  const mmPerPt = stated.ratio * MM_PER_PT
  return {
    mmPerPt,
    mmPerPtX: mmPerPt,
    mmPerPtY: mmPerPt,
    stretched: false,
    confidence: NAMED_ALONE,
    unitSystem: /['"′″’”]/.test(stated.words) ? 'imperial' : 'metric',
    dimensions: [],
    stated,
  }
}

function dimensionEvidence(phrases: readonly Phrase[], lines: LineFinder): Evidence[] {
  const read = phrases
    .flatMap((phrase) => {
      const printed = readPrintedLength(phrase.text)
      return printed ? [{ phrase, printed }] : []
    })
    .slice(0, MOST_READ)
  // A sheet rounds all its feet and inches to one fraction, also those that happen to have none.
  const inFeet = read.filter(({ phrase }) => FEET.test(phrase.text))
  const finest = Math.min(...inFeet.map(({ printed }) => printed.grain))
  return read.flatMap(({ phrase, printed }) => {
    const known = FEET.test(phrase.text) ? { ...printed, grain: finest } : printed
    const candidates = spansOf(phrase, lines).map((span) => ({ ...span, printed: known }))
    return candidates.length > 0 ? [{ source: 'dimension', text: phrase.text, candidates }] : []
  })
}

function proposalOf(evidence: readonly Evidence[], decision: Decision): Omit<ScaleProposal, 'stated'> {
  const { mmPerPtX, mmPerPtY, stretched, confidence, unitSystem } = decision
  const dimensions = evidence.flatMap((item, i) => {
    const readings = decision.readings[i]!
    return readings.map(
      ({ candidate, statedMm, drawnMm, agrees }): ProposedDimension => ({
        text: item.text,
        source: item.source,
        statedMm,
        drawnMm,
        fromPt: candidate.from,
        toPt: candidate.to,
        agrees,
      }),
    )
  })
  return {
    mmPerPt: Math.sqrt(mmPerPtX * mmPerPtY),
    mmPerPtX,
    mmPerPtY,
    stretched,
    confidence,
    unitSystem,
    dimensions: dimensions.sort((a, b) => Number(b.agrees) - Number(a.agrees)),
  }
}
