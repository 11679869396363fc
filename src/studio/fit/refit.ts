import { create } from 'zustand'
import { type Follower, followers } from '@/core/fit/follow'
import { placementBy } from '@/core/fit/refit'
import { FitError } from '@/core/fit/residual'
import { project } from '@/core/geometry/projective'
import { displayOf } from '@/core/model/settings/schema'
import type { Surroundings } from '@/core/model/shape'
import { surroundingsOf } from '@/core/model/shapes'
import { boardMap } from '@/core/model/underlay/placement'
import type { KnownDimension, Placement, Underlay } from '@/core/model/underlay/schema'
import { followResize } from '../board/view'
import { commit, put, tell, useProject } from '../project/store'

/** A new place for a sheet from which something was traced already: whether that follows is asked. */
export interface PendingRefit {
  readonly label: string
  readonly before: Underlay
  readonly after: Underlay
  /** What was traced from it, as it is and as it would lie. */
  readonly followers: readonly Follower[]
  /** What the elements may look at, as it is and as it would be. */
  readonly around: Readonly<Record<'follow' | 'stay', Surroundings>>
  /** Records that go with it. */
  readonly gone: readonly string[]
  /** Which of the two the board shows. */
  readonly shown: 'follow' | 'stay'
}

export const useRefit = create<{ readonly pending: PendingRefit | null }>(() => ({ pending: null }))

/** Gives a sheet another place; where something was traced from it, only once the person has said what becomes of that. */
export function refit(label: string, before: Underlay, after: Underlay, gone: readonly string[] = []): void {
  const { records } = useProject.getState()
  const display = displayOf(records)
  const stay = surroundingsOf(records, display)
  const found = followers(stay, before, after)
  if (found.length === 0) return keep({ label, before, after, gone }, [])
  const moved = new Map([...records, ...found.map((each) => [each.after.id, each.after] as const)])
  const around = { stay, follow: surroundingsOf(moved, display) }
  useRefit.setState({ pending: { label, before, after, followers: found, around, gone, shown: 'follow' } })
}

/** Answers the question. `null` leaves everything as it was. */
export function settleRefit(answer: 'follow' | 'stay' | null): void {
  const { pending } = useRefit.getState()
  useRefit.setState({ pending: null })
  if (pending && answer) keep(pending, answer === 'follow' ? pending.followers : [])
}

export function previewRefit(shown: 'follow' | 'stay'): void {
  const { pending } = useRefit.getState()
  if (pending) useRefit.setState({ pending: { ...pending, shown } })
}

/** The view goes along: nothing vanishes. */
function keep(
  { label, before, after, gone }: Pick<PendingRefit, 'label' | 'before' | 'after' | 'gone'>,
  followed: readonly Follower[],
): void {
  commit(label, [
    { id: after.id, after },
    ...followed.map((each) => ({ id: each.after.id, after: each.after })),
    ...gone.map((id) => ({ id, after: null })),
  ])
  const fixed = after.dimensions.find(({ role }) => role === 'fit')?.fromPt ?? { x: 0, y: 0 }
  const growth = after.placement.mmPerPt / before.placement.mmPerPt
  if (growth !== 1) followResize(project(boardMap(after.placement), fixed), growth)
}

/**
 * Fits a sheet by those of its dimensions that are to fit it, with separate factors along and up where it has them.
 * Where nothing follows from them, that is said and the sheet stays.
 */
export function fitBy(
  underlay: Underlay,
  dimensions: readonly KnownDimension[],
  apart: boolean = underlay.placement.strain !== undefined,
  gone: readonly string[] = [],
): void {
  const list = [...dimensions]
  if (!list.some(({ role }) => role === 'fit')) return put('Change dimensions', { ...underlay, dimensions: list })
  let placement: Placement
  try {
    placement = placementBy(underlay.placement, list, apart)
  } catch (error) {
    if (!(error instanceof FitError)) throw error
    return tell(error.message)
  }
  refit('Fit sheet', underlay, { ...underlay, placement, dimensions: list, sizedBy: undefined }, gone)
}
