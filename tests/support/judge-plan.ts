import { proposeScale } from '@/core/fit/proposal/propose'
import { makePlan, type PlanTruth } from './plans'
import { type Producer, printPage, shrinkBy } from './print-page'
import { readSheet } from './read-sheet'

/** What was proposed for a made-up plan, against what is true of it. */
export interface Judged extends PlanTruth {
  readonly seed: number
  readonly producer: Producer
  /** The larger part by which the scale is wrong, along or up the sheet; 1 where none was found. */
  readonly off: number
  readonly confidence: number
  readonly ms: number
}

/** Makes a plan, prints it as a producer does, reads it, and looks what scale is proposed. */
export async function judgePlan(seed: number, producer: Producer): Promise<Judged> {
  // Where the producer chooses the font, stacked figures can't be put in their places.
  const plan = makePlan(seed, { stackedFractions: producer === 'pdf-lib' || producer === 'ghostscript' })
  const { linework } = await readSheet(await printPage(plan, producer))
  const start = performance.now()
  const proposal = proposeScale(linework)
  const ms = performance.now() - start
  const shrink = shrinkBy(plan, producer)
  const mmPerPtX = plan.truth.mmPerPtX / shrink
  const mmPerPtY = plan.truth.mmPerPtY / shrink
  const off = proposal
    ? Math.max(Math.abs(proposal.mmPerPtX / mmPerPtX - 1), Math.abs(proposal.mmPerPtY / mmPerPtY - 1))
    : 1
  return { ...plan.truth, mmPerPtX, mmPerPtY, seed, producer, off, confidence: proposal?.confidence ?? 0, ms }
}
