import type { ProposedDimension, ScaleProposal } from '@/core/fit/proposal/propose'
import type { Underlay } from '@/core/model/underlay/schema'
import { workbench } from '@/studio/board/workbench'
import { fitBy } from './fit-by'
import { togetherNow } from './together-now'
import { accepted } from './use-proposal'

/** Dimensions that a project keeps of one sheet at most. */
export const MOST_DIMENSIONS = 400

/** Fits a sheet by printed dimensions of it, those that agree where none are named. */
export function fitByProposal(
  underlay: Underlay,
  { dimensions, stretched }: ScaleProposal,
  taken: readonly ProposedDimension[] = dimensions.filter(({ agrees }) => agrees),
): void {
  const all = [...accepted(taken, underlay.dimensions), ...underlay.dimensions].slice(0, MOST_DIMENSIONS)
  workbench.carryOut(fitBy(underlay, all, togetherNow(), stretched && taken.length > 1))
}
