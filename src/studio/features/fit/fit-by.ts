import { placementBy } from '@/core/fit/refit'
import { FitError } from '@/core/fit/residual'
import { onSheetPt } from '@/core/fit/together'
import type { KnownDimension, Placement, Underlay } from '@/core/model/underlay/schema'
import { type Effects, putting } from '@/studio/kernel/tool'
import { type Together, withGroup } from './group'

/**
 * What fits a sheet by those of its dimensions that are to fit it, with separate factors along and up where it has them.
 * Where nothing follows from them, that is said and the sheet stays.
 */
export function fitBy(
  underlay: Underlay,
  dimensions: readonly KnownDimension[],
  together: Together,
  apart: boolean = underlay.placement.strain !== undefined,
  gone: readonly string[] = [],
): Effects {
  const list = [...dimensions]
  if (!list.some(({ role }) => role === 'fit'))
    return { edit: putting('Change dimensions', { ...underlay, dimensions: list }) }
  let placement: Placement
  try {
    placement = placementBy(
      underlay.placement,
      list,
      apart,
      together.base ? onSheetPt(underlay.placement, together.base) : undefined,
    )
  } catch (error) {
    if (!(error instanceof FitError)) throw error
    return { say: error.message }
  }
  const after = { ...underlay, placement, dimensions: list, sizedBy: undefined }
  return { refit: { label: 'Fit sheet', refitted: withGroup({ before: underlay, after }, together), gone } }
}
