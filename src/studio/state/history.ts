import { type Change, invertChange } from '@/core/model/change/change'
import { isOfOneWhole } from '@/core/model/change/parts'
import { isSameRecord } from '@/core/model/same-record'
import { api } from './api'
import { commit } from './edits'
import { tell } from './notices'
import { setProject, useProject } from './project'
import { push } from './sync'
import { reachFurtherBack } from './undo-stacks'

const { getState: get } = useProject

/** Looks at the state after a revision. */
export async function lookAtPast(revision: number, madeAt: string): Promise<void> {
  const { id } = get()
  const { records } = await api.stateAt(id, revision)
  if (get().id === id)
    setProject({ past: { revision, madeAt, records: new Map(records.map((record) => [record.id, record])) } })
}

export const backToNow = (): void => setProject({ past: null })

/** Makes the past state that is looked at the present one again, as a change like any other. */
export function bringBack(): void {
  const { past, records } = get()
  if (!past) return
  setProject({ past: null })
  const ids = new Set([...records.keys(), ...past.records.keys()])
  const edits = [...ids].flatMap((id) => {
    const after = past.records.get(id) ?? null
    return isSameRecord(records.get(id) ?? null, after) ? [] : [{ id, after }]
  })
  if (edits.length === 0) return tell('Nothing has changed since.')
  commit('Bring back a past state', edits)
}

export async function undo(): Promise<Change | null> {
  if (get().past) return null
  if (get().stacks.undo.length === 0) await reachFurtherBack()
  const last = get().stacks.undo.at(-1)
  if (!last) return null
  push(invertChange(last, crypto.randomUUID()))
  for (let next = get().stacks.undo.at(-1); next && isOfOneWhole(next.id, last.id); next = get().stacks.undo.at(-1))
    push(invertChange(next, crypto.randomUUID()))
  return last
}

export async function redo(): Promise<Change | null> {
  if (get().past) return null
  if (isFresh()) await reachFurtherBack()
  const last = get().stacks.redo.at(-1)
  if (!last) return null
  const again = ({ id, label, edits }: Change) => push({ id: crypto.randomUUID(), label, cause: 'redo', of: id, edits })
  again(last)
  for (let next = get().stacks.redo.at(-1); next && isOfOneWhole(next.id, last.id); next = get().stacks.redo.at(-1))
    again(next)
  return last
}

/** Whether nothing can be undone or redone by what is at hand. */
const isFresh = (): boolean => get().stacks.undo.length === 0 && get().stacks.redo.length === 0
