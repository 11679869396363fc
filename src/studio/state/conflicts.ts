import type { Change, Edit } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import type { Refused } from '@/core/sync/server'
import { commit } from './edits'
import { setProject, useProject } from './project'
import { forgetRefused, sendNow, takeConflict } from './sync'
import { toldBy } from './undo-stacks'

const { getState: get } = useProject

/** Answers a conflict: what was done here is done again on top of the other's work, or given up. */
export async function settleConflict(keep: 'mine' | 'theirs'): Promise<void> {
  const change = await takeConflict()
  if (!change) return
  setProject(toldBy(get().told.filter(({ id }) => id !== change.id)))
  if (keep === 'mine') again(change)
  sendNow()
}

/** Does once more what a change did, on top of everything as it is now. */
function again({ label, edits }: Change): void {
  commit(
    label,
    edits.map(({ id, before, after }) => ({ id, after: withLockOf(get().records.get(id), before, after) })),
  )
}

/** A lock that somebody set meanwhile holds against what was done before they did. */
function withLockOf(now: ProjectRecord | undefined, before: Edit['before'], after: Edit['after']): Edit['after'] {
  const untouched = before?.kind === 'underlay' && after?.kind === 'underlay' && before.locked === after.locked
  return untouched && now?.kind === 'underlay' ? { ...after, locked: now.locked } : after
}

/** Sends a change once more that was refused, on top of everything as it is now. */
export function sendAgain(refused: Refused): void {
  again(refused.change)
  forgetRefused(refused)
}
