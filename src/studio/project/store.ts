import { create } from 'zustand'
import { applyChanges, type Change, type Edit, invertChange, type KeptChange } from '@/core/model/change/change'
import { NO_STACKS, pushChange, type UndoStacks } from '@/core/model/change/history'
import { inParts, isOfOneWhole, partId } from '@/core/model/change/parts'
import { keptByRecords } from '@/core/model/kept'
import type { ProjectRecord } from '@/core/model/registry'
import type { Underlay } from '@/core/model/underlay/schema'
import { withFollowers } from '@/core/model/work-plane/follow'
import { withRelations } from '@/core/sketch/follow'
import { ApiError, api, type SourceView } from '../api'
import { outbox } from './outbox'

type Records = ReadonlyMap<string, ProjectRecord>

/** A change that another window overtook: the person says which of the two holds. */
export interface Conflict {
  readonly change: Change
  readonly current: readonly { id: string; record: ProjectRecord | null }[]
}

/** A state of the project that was, while it is looked at. */
export interface PastState {
  readonly revision: number
  readonly madeAt: string
  readonly records: Records
}

export interface ProjectState {
  readonly id: string
  readonly name: string
  /** What is shown: everything kept, with what waits on top. */
  readonly records: Records
  /** What the server has kept at `revision`. */
  readonly kept: Records
  readonly revision: number
  /** Made here and not kept yet, oldest first. */
  readonly waiting: readonly Change[]
  /** Ids of those that the browser holds by now, come what may. */
  readonly held: ReadonlySet<string>
  /** Whether the server answered when last asked. */
  readonly online: boolean
  readonly stacks: UndoStacks
  /** What the stacks follow from, oldest first: the history as far as it was fetched, and what was done here since. */
  readonly told: readonly Change[]
  /** The revision down to which the history was fetched; 1 where that is all of it. */
  readonly toldFrom: number
  readonly conflict: Conflict | null
  /** A sentence for the person about what just happened. */
  readonly notice: string | null
  readonly sources: readonly SourceView[]
  /** While a past state is looked at nothing can be changed. */
  readonly past: PastState | null
}

const CLOSED: ProjectState = {
  id: '',
  name: '',
  records: new Map(),
  kept: new Map(),
  revision: 0,
  waiting: [],
  held: new Set(),
  online: true,
  stacks: NO_STACKS,
  told: [],
  toldFrom: 1,
  conflict: null,
  notice: null,
  sources: [],
  past: null,
}

export const useProject = create<ProjectState>(() => CLOSED)

const { getState: get, setState: set } = useProject

const overlay = (kept: Records, waiting: readonly Change[]): Records => applyChanges(kept, waiting)

export const underlaysOf = keptByRecords((records: Records): readonly Underlay[] =>
  [...records.values()].filter((record) => record.kind === 'underlay').sort((a, b) => a.order - b.order),
)

/** Opens a project: what the server has, with what this browser still holds for it. */
export async function openProject(id: string): Promise<void> {
  set({ ...CLOSED })
  const [snapshot, waiting] = await Promise.all([api.project(id), outbox.list(id)])
  const latest = waiting.length > 0 ? await api.changesBefore(id, snapshot.revision + 1) : []
  const kept: Records = new Map(snapshot.records.map((record) => [record.id, record]))
  const known = new Set(latest.map((change) => change.id))
  const unsent = waiting.filter((change) => !known.has(change.id))
  set({
    ...CLOSED,
    id,
    name: snapshot.name,
    sources: snapshot.sources,
    kept,
    revision: snapshot.revision,
    waiting: unsent,
    held: new Set(unsent.map((change) => change.id)),
    records: overlay(kept, unsent),
    ...toldBy([...latest.toReversed(), ...unsent]),
    toldFrom: latest.at(-1)?.revision ?? snapshot.revision + 1,
  })
  for (const change of waiting) if (known.has(change.id)) await outbox.remove(change.id)
  void sendWaiting()
  whenIdle(() => void reachFurtherBack())
}

/** The board comes first: what can be undone may be as large as the project itself. Undo does not wait for this. */
function whenIdle(work: () => void): void {
  // Safari has no idle callbacks.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: 5000 })
  else setTimeout(work, 2000)
}

/** Edits of one change from here at most: the browser writes each change down in one go, and must not be held up by it. */
const PART_EDITS = 8000

/** Makes an edit: it is shown at once, held by the browser, and sent. */
export function commit(label: string, edits: readonly Omit<Edit, 'before'>[]): void {
  if (edits.length === 0 || refusesInPast()) return
  push(...changesFor(crypto.randomUUID(), label, edits))
}

/** Whether a past state is looked at, in which nothing can be changed; says so. */
export function refusesInPast(): boolean {
  if (!get().past) return false
  tell('You are looking at a past state. Bring it back, or go back to now, before you change anything.')
  return true
}

/**
 * Makes one large edit as its parts come: each is shown at once, all are held and sent together.
 * @returns false where it could not be made, or another project was opened before all was made
 */
export async function commitParts(
  label: string,
  parts: AsyncIterable<readonly Omit<Edit, 'before'>[]>,
): Promise<boolean> {
  if (refusesInPast()) return false
  const { id } = get()
  const whole = crypto.randomUUID()
  const made: Change[] = []
  try {
    for await (const edits of parts) {
      if (get().id !== id) break
      const changes = changesFor(partId(whole, made.length), label, edits)
      show(changes)
      made.push(...changes)
    }
  } finally {
    void holdAndSend(id, made)
  }
  return get().id === id
}

/** The changes that an edit is told in, with all that follows from it. */
function changesFor(id: string, label: string, edits: readonly Omit<Edit, 'before'>[]): readonly Change[] {
  const { records } = get()
  const newId = () => crypto.randomUUID()
  const { edits: followed, refused } = withFollowers(edits, records, newId)
  const all = withRelations(followed, records, newId)
  if (refused > 0)
    tell('Members of a plane that follows another one change with those. Free the plane to change them by themselves.')
  const full = all.map(({ id: each, after }) => ({ id: each, before: records.get(each) ?? null, after }))
  return inParts(id, label, full, PART_EDITS)
}

/** Puts records as they shall be. */
export const put = (label: string, ...after: readonly ProjectRecord[]): void =>
  commit(
    label,
    after.map((record) => ({ id: record.id, after: record })),
  )

export const remove = (label: string, ...ids: readonly string[]): void =>
  commit(
    label,
    ids.map((id) => ({ id, after: null })),
  )

/** What is shown: the present, or the past state that is looked at. */
export const recordsInSight = ({ records, past }: Pick<ProjectState, 'records' | 'past'>): Records =>
  past?.records ?? records

/** Looks at the state after a revision. */
export async function lookAtPast(revision: number, madeAt: string): Promise<void> {
  const { id } = get()
  const { records } = await api.stateAt(id, revision)
  if (get().id === id)
    set({ past: { revision, madeAt, records: new Map(records.map((record) => [record.id, record])) } })
}

export const backToNow = (): void => set({ past: null })

/** Makes the past state that is looked at the present one again, as a change like any other. */
export function bringBack(): void {
  const { past, records } = get()
  if (!past) return
  set({ past: null })
  const ids = new Set([...records.keys(), ...past.records.keys()])
  const edits = [...ids].flatMap((id) => {
    const after = past.records.get(id) ?? null
    return isSameRecord(records.get(id) ?? null, after) ? [] : [{ id, after }]
  })
  if (edits.length === 0) return tell('Nothing has changed since.')
  commit('Bring back a past state', edits)
}

/** Both come from JSON or can go there: the order of fields may differ. */
function isSameRecord(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const [keysA, keysB] = [a, b].map((each) =>
    Object.keys(each).filter((key) => each[key as keyof typeof each] !== undefined),
  )
  return (
    keysA!.length === keysB!.length &&
    keysA!.every((key) => isSameRecord((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  )
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

/** Shows changes at once; each is sent once the browser holds it, so that no crash in between loses it. */
function push(...changes: readonly Change[]): void {
  if (changes.length === 0) return
  show(changes)
  void holdAndSend(get().id, changes)
}

function show(changes: readonly Change[]): void {
  const { waiting, records, stacks, told } = get()
  set({
    waiting: [...waiting, ...changes],
    records: applyChanges(records, changes),
    told: [...told, ...changes],
    stacks: changes.reduce(pushChange, stacks),
  })
}

const LARGE = 2000

async function holdAndSend(id: string, changes: readonly Change[]): Promise<void> {
  // A very large change takes the browser a while to write: it is shown first.
  if (changes.some(({ edits }) => edits.length > LARGE)) await new Promise((resolve) => setTimeout(resolve))
  for (const change of changes)
    await outbox.add(id, change).then(
      () => set({ held: new Set(get().held).add(change.id) }),
      () => undefined,
    )
  await sendWaiting()
}

/** Whether nothing can be undone or redone by what is at hand. */
const isFresh = (): boolean => get().stacks.undo.length === 0 && get().stacks.redo.length === 0

let reaching: Promise<void> | null = null

/** Takes the next older piece of the history into the undo stack; one piece at a time. */
function reachFurtherBack(): Promise<void> {
  reaching ??= takeOlder().finally(() => {
    reaching = null
  })
  return reaching
}

async function takeOlder(): Promise<void> {
  const { id, toldFrom } = get()
  if (toldFrom <= 1) return
  const older = (await api.changesBefore(id, toldFrom).catch(() => [])).reverse()
  if (older.length > 0 && get().id === id) set({ ...toldBy([...older, ...get().told]), toldFrom: older[0]!.revision })
}

const toldBy = (told: readonly Change[]) => ({ told, stacks: told.reduce(pushChange, NO_STACKS) })

let sending = false
/** The latest revision that the server announced; what was announced while sending is fetched afterwards. */
let announced = 0
let retryTimer: ReturnType<typeof setTimeout> | null = null
const RETRY_MS = 2000

/** Sends what waits, one after another, until it is all kept or the server does not answer. */
export async function sendWaiting(): Promise<void> {
  if (sending) return
  sending = true
  if (retryTimer) clearTimeout(retryTimer)
  try {
    for (let next = get().waiting[0]; next && !get().conflict; next = get().waiting[0]) {
      const { id } = get()
      try {
        const { revision } = await api.keepChange(id, next)
        if (get().id !== id) return
        set({ online: true })
        if (revision === get().revision + 1) takeIn([{ ...next, revision }])
        else await catchUp()
        await outbox.remove(next.id)
      } catch (error) {
        const refused = error instanceof ApiError && error.status < 500
        if (!refused) {
          set({ online: false })
          retryTimer = setTimeout(() => void sendWaiting(), RETRY_MS)
          return
        }
        await refuse(next, error)
      }
    }
  } finally {
    sending = false
    void hear()
  }
}

/** Takes in what other windows did, unless it comes with the answers to what is being sent. */
async function hear(): Promise<void> {
  if (announced > get().revision && !sending) await catchUp().catch(() => undefined)
}

async function refuse(change: Change, error: ApiError): Promise<void> {
  if (error.status === 409) {
    await catchUp()
    set({ conflict: { change, current: error.body.current as Conflict['current'] } })
    return
  }
  await drop(change)
  set({ notice: `“${change.label}” was not kept: ${error.detail}` })
}

/** Answers a conflict: what was done here is done again on top of the other's work, or given up. */
export async function settleConflict(keep: 'mine' | 'theirs'): Promise<void> {
  const { conflict } = get()
  if (!conflict) return
  await drop(conflict.change)
  set({ conflict: null })
  if (keep === 'mine') commit(conflict.change.label, conflict.change.edits)
  void sendWaiting()
}

async function drop(change: Change): Promise<void> {
  const { kept, waiting, told } = get()
  const without = (list: readonly Change[]) => list.filter((each) => each.id !== change.id)
  const rest = without(waiting)
  set({ waiting: rest, records: overlay(kept, rest), ...toldBy(without(told)) })
  await outbox.remove(change.id)
}

/** Takes in changes that the server has kept, own and others', in order. */
function takeIn(changes: readonly KeptChange[]): void {
  const { kept, waiting, revision } = get()
  const fresh = changes.filter((change) => change.revision > revision)
  if (fresh.length === 0) return
  const own = new Set(fresh.map(({ id }) => id))
  const rest = waiting.filter(({ id }) => !own.has(id))
  const next = applyChanges(kept, fresh)
  set({ kept: next, revision: fresh.at(-1)!.revision, waiting: rest, records: overlay(next, rest) })
}

/** Fetches what was kept since this window last heard. */
export async function catchUp(): Promise<void> {
  const { id, revision } = get()
  const changes = await api.changesSince(id, revision)
  if (get().id !== id || changes.length === 0) return
  takeIn(changes)
  await catchUp()
}

/** Pages that are read announce themselves by hundreds; the list is fetched this often at most. */
const SOURCES_EVERY_MS = 300
let refreshing = false
let refreshAgain = false

async function refreshSourcesSoon(): Promise<void> {
  refreshAgain = true
  if (refreshing) return
  refreshing = true
  while (refreshAgain) {
    refreshAgain = false
    await refreshSources().catch(() => undefined)
    await new Promise((resolve) => setTimeout(resolve, SOURCES_EVERY_MS))
  }
  refreshing = false
}

export async function refreshSources(): Promise<void> {
  const { id } = get()
  const sources = await api.sources(id)
  if (get().id === id) set({ sources })
}

export function rename(name: string): void {
  const { id, name: former } = get()
  set({ name })
  api.renameProject(id, name).catch((error: Error) => set({ name: former, notice: error.message }))
}

export const tell = (notice: string | null): void => set({ notice })

/** Hears what other windows do, and whether the server is there. @returns a function that stops listening */
export function follow(id: string): () => void {
  announced = 0
  const events = new EventSource(`/api/projects/${id}/events`)
  events.onopen = () => {
    set({ online: true })
    void Promise.allSettled([catchUp(), refreshSources(), sendWaiting()])
  }
  events.onerror = () => set({ online: false })
  events.onmessage = ({ data }) => {
    const event = JSON.parse(data as string) as { type: 'change'; revision: number } | { type: 'sources' }
    if (event.type === 'sources') {
      void refreshSourcesSoon()
    } else {
      announced = event.revision
      void hear()
    }
  }
  return () => events.close()
}
