import type { Change, KeptChange } from '@/core/model/change/change'
import { NO_STACKS, pushChange } from '@/core/model/change/history'
import { api } from './api'
import { setProject, useProject } from './project'

const { getState: get } = useProject

let reaching: Promise<void> | null = null

/** Takes the next older piece of the history into the undo stack; one piece at a time. */
export function reachFurtherBack(): Promise<void> {
  reaching ??= takeOlder().finally(() => {
    reaching = null
  })
  return reaching
}

async function takeOlder(): Promise<void> {
  const { id, toldFrom, you } = get()
  if (toldFrom <= 1) return
  const older = (await api.changesBefore(id, toldFrom).catch(() => [])).reverse()
  if (older.length > 0 && get().id === id)
    setProject({ ...toldBy([...ownOf(older, you.id), ...get().told]), toldFrom: older[0]!.revision })
}

/** What of the history somebody made: nobody undoes what others did. Where nobody signs in, all is everybody's. */
export const ownOf = (changes: readonly KeptChange[], you: string): readonly KeptChange[] =>
  changes.filter(({ author }) => (author ?? 'local') === you)

/** What can be undone and redone, by the changes that were told. */
export const toldBy = (told: readonly Change[]) => ({ told, stacks: told.reduce(pushChange, NO_STACKS) })
