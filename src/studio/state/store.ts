import { create } from 'zustand'
import { type Change, type Edit, invertChange } from '@/core/model/change/change'
import { NO_STACKS, pushChange, type UndoStacks } from '@/core/model/change/history'
import { inParts, isOfOneWhole, partId } from '@/core/model/change/parts'
import type { ProjectRecord } from '@/core/model/registry'
import { isSameRecord } from '@/core/model/same-record'
import { heldByLock, lockSentence } from '@/core/model/underlay/lock'
import type { Underlay } from '@/core/model/underlay/schema'
import { completed } from '@/core/sync/complete'
import type { Refused } from '@/core/sync/server'
import { type Later, SyncSession, type SyncState } from '@/core/sync/session'
import { storable } from '@/core/text/storable'
import { api, type ProjectSnapshot, type SourceView } from './api'
import { listenTo } from './events'
import { outboxOf } from './outbox'
import { syncServerOf } from './sync-server'

type Records = ReadonlyMap<string, ProjectRecord>

/** A state of the project that was, while it is looked at. */
export interface PastState {
  readonly revision: number
  readonly madeAt: string
  readonly records: Records
}

/** What can be done about something that was just said. */
export interface Remedy {
  readonly word: string
  act(): void
}

export interface ProjectState extends SyncState {
  readonly id: string
  readonly name: string
  readonly stacks: UndoStacks
  /** What the stacks follow from, oldest first: the history as far as it was fetched, and what was done here since. */
  readonly told: readonly Change[]
  /** The revision down to which the history was fetched; 1 where that is all of it. */
  readonly toldFrom: number
  /** A sentence for the person about what just happened. */
  readonly notice: string | null
  /** What can be done about it, beside it. */
  readonly remedy: Remedy | null
  readonly sources: readonly SourceView[]
  /** While a past state is looked at nothing can be changed. */
  readonly past: PastState | null
}

const CLOSED: ProjectState = {
  id: '',
  name: '',
  records: new Map(),
  kept: new Map(),
  epoch: '',
  revision: 0,
  refused: [],
  waiting: [],
  held: new Set(),
  online: true,
  stacks: NO_STACKS,
  told: [],
  toldFrom: 1,
  conflict: null,
  notice: null,
  remedy: null,
  sources: [],
  past: null,
}

export const useProject = create<ProjectState>(() => CLOSED)

const { getState: get, setState: set } = useProject

/** The session of the project that is open. */
let session: SyncSession | null = null
/** Counts openings: one that takes longer than the next one comes to nothing. */
let openings = 0

const later: Later = (work, ms) => {
  const timer = setTimeout(work, ms)
  return () => clearTimeout(timer)
}

/** Opens a project: what the server has, with what this browser still holds for it. */
export async function openProject(id: string): Promise<void> {
  const opening = ++openings
  session?.end()
  session = null
  set({ ...CLOSED })
  const server = syncServerOf(id)
  let about: ProjectSnapshot | null = null
  const opened = await SyncSession.open(
    { ...server, open: async () => (about = await api.project(id)) },
    outboxOf(id),
    later,
    (state) => opening === openings && session && takeState(state),
  )
  const { epoch, revision, waiting } = opened.now
  const latest = waiting.length > 0 ? await api.changesBefore(id, revision + 1).catch(() => []) : []
  if (opening !== openings) return opened.end()
  session = opened
  const { name, sources } = about!
  set({
    ...CLOSED,
    ...opened.now,
    id,
    name,
    sources,
    ...toldBy([...latest.toReversed(), ...waiting]),
    toldFrom: latest.at(-1)?.revision ?? revision + 1,
    epoch,
  })
  void opened.send()
  whenIdle(() => void reachFurtherBack())
}

/** Takes in what the session came to. After a history that was put back, what can be undone is told anew. */
function takeState(state: SyncState): void {
  const { epoch, told, waiting } = get()
  const gone = new Set(waiting.filter((change) => !state.waiting.includes(change)).map(({ id }) => id))
  const refused = state.refused.filter(({ change }) => gone.has(change.id)).map(({ change }) => change.id)
  if (epoch !== state.epoch)
    set({ ...state, ...toldBy(state.waiting), toldFrom: state.revision + 1, notice: PUT_BACK, remedy: null })
  else if (refused.length > 0) set({ ...state, ...toldBy(told.filter(({ id }) => !refused.includes(id))) })
  else set(state)
}

const PUT_BACK = 'The server was put back to an older state of this project, which is shown now.'

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
  if (edits.length === 0 || refusesInPast() || refusesLocked(edits)) return
  push(...changesFor(crypto.randomUUID(), label, edits))
}

/** Whether a past state is looked at, in which nothing can be changed; says so. */
export function refusesInPast(): boolean {
  if (!get().past) return false
  tell('You are looking at a past state. Bring it back, or go back to now, before you change anything.')
  return true
}

/** Whether edits would move, resize, crop or remove locked sheets; says so, with the way to unlock them beside it. */
export function refusesLocked(edits: readonly Omit<Edit, 'before'>[]): boolean {
  const locked = heldByLock(edits, get().records)
  if (locked.length > 0) tellLocked(locked)
  return locked.length > 0
}

/**
 * Makes one large edit as its parts come, none of which touches what another one does: they are shown, held and sent
 * together, since the whole interface looks up at each.
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
      made.push(...changesFor(partId(whole, made.length), label, edits))
    }
  } finally {
    if (get().id === id) show(made)
    void holdAndSend(id, made)
  }
  return get().id === id
}

/** The changes that an edit is told in, with all that follows from it. */
function changesFor(id: string, label: string, edits: readonly Omit<Edit, 'before'>[]): readonly Change[] {
  const { records } = get()
  const { edits: all, refused } = completed(edits.map(storable), records, () => crypto.randomUUID())
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
  const { stacks, told } = get()
  set({ told: [...told, ...changes], stacks: changes.reduce(pushChange, stacks) })
  session?.show(changes)
}

const LARGE = 2000

async function holdAndSend(id: string, changes: readonly Change[]): Promise<void> {
  // A very large change takes the browser a while to write: it is shown first.
  if (changes.reduce((sum, { edits }) => sum + edits.length, 0) > LARGE)
    await new Promise((resolve) => setTimeout(resolve))
  if (get().id === id) await session?.holdAndSend(changes)
  else for (const change of changes) await outboxOf(id).add(change)
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

/** Answers a conflict: what was done here is done again on top of the other's work, or given up. */
export async function settleConflict(keep: 'mine' | 'theirs'): Promise<void> {
  const change = await session?.takeConflict()
  if (!change) return
  set(toldBy(get().told.filter(({ id }) => id !== change.id)))
  if (keep === 'mine') again(change)
  void session?.send()
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
export function sendAgain({ change }: Refused): void {
  again(change)
  void session?.forget(change.id)
}

/** Gives up what was refused. */
export const forgetRefused = ({ change }: Refused): void => void session?.forget(change.id)

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
  api.renameProject(id, name).catch((error: Error) => set({ name: former, notice: error.message, remedy: null }))
}

export const tell = (notice: string | null, remedy: Remedy | null = null): void => set({ notice, remedy })

/** Says that sheets are locked, with the way to unlock them beside it. */
export function tellLocked(locked: readonly Underlay[]): void {
  tell(lockSentence(locked), {
    word: locked.length === 1 ? 'Unlock it' : 'Unlock them',
    act: () => {
      const { records } = get()
      const now = locked.flatMap(({ id }) => records.get(id) ?? []).filter((record) => record.kind === 'underlay')
      put('Unlock sheet', ...now.map((underlay) => ({ ...underlay, locked: false })))
    },
  })
}

/** Hears what other windows do, and whether the server is there. @returns a function that stops listening */
export function follow(id: string): () => void {
  const lookAgain = () => void Promise.allSettled([session?.again(), refreshSources()])
  return listenTo(id, {
    opened: lookAgain,
    lost: () => set({ online: false }),
    heard: (event) => {
      if (event.type === 'sources') void refreshSourcesSoon()
      else if (event.type === 'change') void session?.hear(event.revision)
      else lookAgain()
    },
  })
}
