import { create } from 'zustand'
import { type Follower, followedParts, followers, type Refitted } from '@/core/fit/follow'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { shownDisplayOf } from '@/core/model/settings/schema'
import type { Surroundings } from '@/core/model/shape'
import { surroundingsOf } from '@/core/model/shapes'
import { boardMap } from '@/core/model/underlay/placement'
import type { Refit } from '@/studio/kernel/tool'
import { currentPlan } from '@/studio/state/plan'
import { followResize } from '@/studio/state/view'
import { commit, refusesLocked } from './edits'
import { useProject } from './project'

type Answer = 'follow' | 'stay'

/** New places for sheets from which something was traced already: whether that follows is asked. */
export interface PendingRefit {
  readonly label: string
  readonly refitted: readonly Refitted[]
  /** What was traced from them, as it is and as it would lie. */
  readonly followers: readonly Follower[]
  /** What the elements may look at, as it is and as it would be. */
  readonly around: Readonly<Record<Answer, Surroundings>>
  /** Records that go with it. */
  readonly gone: readonly string[]
  /** Which of the two the board shows. */
  readonly shown: Answer
  readonly settled: Settled
}

/** Hears once whether the sheets lie otherwise now. */
type Settled = (done: boolean) => void

/** Small moves of the same sheets, one directly upon the other, are one question. */
interface Row {
  readonly label: string
  readonly sheets: string
  readonly answer: Answer
  /** The last of them: whatever is done or undone in between ends the row. */
  readonly changeId: string | undefined
}

interface RefitState {
  readonly pending: PendingRefit | null
  readonly row: Row | null
}

export const useRefit = create<RefitState>(() => ({ pending: null, row: null }))

/**
 * Gives sheets other places; where something was traced from them, only once the person has said what becomes of that.
 * Of many small moves the answer about the first holds for those directly upon it.
 */
export function refit(wanted: Refit, settled: Settled = () => {}): void {
  const { row, pending } = useRefit.getState()
  // Another one takes the place of what was asked.
  pending?.settled(false)
  askOrKeep(wanted, settled)
  if (
    wanted.small &&
    row?.label === wanted.label &&
    row.sheets === sheetsOf(wanted.refitted) &&
    row.changeId === lastChangeId()
  )
    settleRefit(row.answer)
}

function askOrKeep({ label, refitted, gone = [] }: Refit, settled: Settled): void {
  const { records } = useProject.getState()
  if (refusesLocked(refitted.map(({ after }) => ({ id: after.id, after })))) return settled(false)
  const display = shownDisplayOf(records)
  const { frame } = currentPlan().around
  const stay = surroundingsOf(records, display, frame)
  const found = followers(stay, refitted)
  if (found.length === 0) {
    keep({ label, refitted, gone }, [], true)
    return settled(true)
  }
  const moved = new Map([...records, ...found.map((each) => [each.after.id, each.after] as const)])
  const around = { stay, follow: surroundingsOf(moved, display, frame) }
  useRefit.setState({ pending: { label, refitted, followers: found, around, gone, shown: 'follow', settled } })
}

const sheetsOf = (refitted: readonly Refitted[]) => refitted.map(({ after }) => after.id).join(' ')
const lastChangeId = () => useProject.getState().stacks.undo.at(-1)?.id

/** Answers the question. `null` leaves everything as it was. */
export function settleRefit(answer: Answer | null): void {
  const { pending } = useRefit.getState()
  useRefit.setState({ pending: null, row: null })
  if (!pending || !answer) return pending?.settled(false)
  keep(pending, answer === 'follow' ? pending.followers : [], answer === 'follow')
  const { label, refitted } = pending
  useRefit.setState({ row: { label, sheets: sheetsOf(refitted), answer, changeId: lastChangeId() } })
  pending.settled(true)
}

export function previewRefit(shown: Answer): void {
  const { pending } = useRefit.getState()
  if (pending) useRefit.setState({ pending: { ...pending, shown } })
}

function keep(
  { label, refitted, gone }: Pick<PendingRefit, 'label' | 'refitted' | 'gone'>,
  followed: readonly Follower[],
  withParts: boolean,
): void {
  const parts = withParts ? followedParts(useProject.getState().records, refitted) : []
  commit(label, [
    ...[...refitted, ...followed].map(({ after }) => ({ id: after.id, after })),
    ...parts.map((after) => ({ id: after.id, after })),
    ...gone.map((id) => ({ id, after: null })),
  ])
  if (refitted[0]) seeGrowth(refitted[0])
}

/** The view goes along: nothing vanishes. */
function seeGrowth({ before, after }: Refitted): void {
  const growth = after.placement.mmPerPt / before.placement.mmPerPt
  if (growth === 1) return
  const taken = after.dimensions.find(({ role }) => role === 'fit')?.fromPt ?? { x: 0, y: 0 }
  const [from, to] = [before, after].map(({ placement }) => project(boardMap(placement), taken)) as [Point, Point]
  const turned = after.placement.turnRad !== before.placement.turnRad
  // What stays where it is while everything grows about it.
  const staying = { x: (to.x - growth * from.x) / (1 - growth), y: (to.y - growth * from.y) / (1 - growth) }
  followResize(turned ? to : staying, growth)
}
