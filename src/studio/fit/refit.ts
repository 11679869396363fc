import { create } from 'zustand'
import { followers, placementBy } from '@/core/fit/refit'
import { FitError } from '@/core/fit/residual'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { stretchedWith } from '@/core/model/opening/place'
import { boardMap } from '@/core/model/underlay/placement'
import type { KnownDimension, Placement, Underlay } from '@/core/model/underlay/schema'
import type { Wall } from '@/core/model/wall/schema'
import { followResize } from '../board/view'
import { commit, put, tell, useProject } from '../project/store'

/** A new place for a sheet from which something was traced already: whether that follows is asked. */
export interface PendingRefit {
  readonly label: string
  readonly before: Underlay
  readonly after: Underlay
  /** What was traced from it, as it is and as it would lie. */
  readonly traced: readonly Wall[]
  readonly moved: readonly Wall[]
  /** Records that go with it. */
  readonly gone: readonly string[]
  /** Which of the two the board shows. */
  readonly shown: 'follow' | 'stay'
}

export const useRefit = create<{ readonly pending: PendingRefit | null }>(() => ({ pending: null }))

/** Further than this on the board a sheet has moved. */
const MOVED_MM = 1e-6

/** Gives a sheet another place; where something was traced from it, only once the person has said what becomes of that. */
export function refit(label: string, before: Underlay, after: Underlay, gone: readonly string[] = []): void {
  const { records } = useProject.getState()
  const traced = [...records.values()].filter(
    (record): record is Wall => record.kind === 'wall' && record.tracedFrom === before.id,
  )
  const moved = followers(traced, before, after)
  const stays = moved.every((wall, i) => near(wall.start, traced[i]!.start) && near(wall.end, traced[i]!.end))
  if (stays) return keep({ label, before, after, gone }, [])
  useRefit.setState({ pending: { label, before, after, traced, moved, gone, shown: 'follow' } })
}

const near = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y) < MOVED_MM

/** Answers the question. `null` leaves everything as it was. */
export function settleRefit(answer: 'follow' | 'stay' | null): void {
  const { pending } = useRefit.getState()
  useRefit.setState({ pending: null })
  if (pending && answer) keep(pending, answer === 'follow' ? pending.moved : [])
}

export function previewRefit(shown: 'follow' | 'stay'): void {
  const { pending } = useRefit.getState()
  if (pending) useRefit.setState({ pending: { ...pending, shown } })
}

/** The view goes along: nothing vanishes. */
function keep(
  { label, before, after, gone }: Pick<PendingRefit, 'label' | 'before' | 'after' | 'gone'>,
  moved: readonly Wall[],
): void {
  const { records } = useProject.getState()
  const openings = [...records.values()].flatMap((record) => {
    const wall = record.kind === 'opening' ? moved.find(({ id }) => id === record.wallId) : undefined
    const former = wall && records.get(wall.id)
    return record.kind === 'opening' && wall && former?.kind === 'wall' ? [stretchedWith(record, former, wall)] : []
  })
  commit(label, [
    ...[after, ...moved, ...openings].map((record) => ({ id: record.id, after: record })),
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
