import type { Change } from '@/core/model/change/change'
import { pushChange } from '@/core/model/change/history'
import type { Refused } from '@/core/sync/server'
import { type Later, type RecordsAfter, SyncSession, type SyncState } from '@/core/sync/session'
import { api } from './api'
import { listenTo } from './events'
import { outboxName, outboxOf } from './outbox'
import { hearOf } from './presence'
import { CLOSED, setProject, useProject } from './project'
import { refreshSources, refreshSourcesSoon } from './sources'
import { syncServerOf } from './sync-server'
import { ownOf, reachFurtherBack, toldBy } from './undo-stacks'

const { getState: get } = useProject

/** The session of the project that is open. */
let session: SyncSession | null = null
/** What the outboxes of the projects are called that were opened in this window. */
const outboxes = new Map<string, Promise<string>>()
/** Counts openings: one that takes longer than the next one comes to nothing. */
let openings = 0

const later: Later = (work, ms) => {
  const timer = setTimeout(work, ms)
  return () => clearTimeout(timer)
}

/** Answers first with what was asked already, then anew. */
function firstThen<T>(first: Promise<T>, anew: () => Promise<T>): () => Promise<T> {
  let next = () => first
  return () => {
    const answer = next()
    next = anew
    return answer
  }
}

/** Opens a project: what the server has, with what this browser still holds for it. */
export async function openProject(id: string): Promise<void> {
  const opening = ++openings
  session?.end()
  session = null
  setProject({ ...CLOSED })
  const server = syncServerOf(id)
  const asked = api.project(id)
  const whose = asked.then(({ you }) => outboxName(id, you.id))
  // Who can't open it is told by the session.
  whose.catch(() => undefined)
  outboxes.set(id, whose)
  const opened = await SyncSession.open(
    { ...server, open: firstThen(asked, server.open) },
    outboxOf(whose),
    later,
    (state) => opening === openings && session && takeState(state),
  )
  const { epoch, revision, waiting } = opened.now
  const latest = waiting.length > 0 ? await api.changesBefore(id, revision + 1).catch(() => []) : []
  if (opening !== openings) return opened.end()
  session = opened
  const { name, sources, may, you } = await asked
  setProject({
    ...CLOSED,
    ...opened.now,
    id,
    name,
    sources,
    may: new Set(may),
    you,
    ...toldBy([...ownOf(latest.toReversed(), you.id), ...waiting]),
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
    setProject({ ...state, ...toldBy(state.waiting), toldFrom: state.revision + 1, notice: PUT_BACK, remedy: null })
  else if (refused.length > 0) setProject({ ...state, ...toldBy(told.filter(({ id }) => !refused.includes(id))) })
  else setProject(state)
}

const PUT_BACK = 'The server was put back to an older state of this project, which is shown now.'

/** The board comes first: what can be undone may be as large as the project itself. Undo does not wait for this. */
function whenIdle(work: () => void): void {
  // Safari has no idle callbacks.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: 5000 })
  else setTimeout(work, 2000)
}

/** Shows changes at once; each is sent once the browser holds it, so that no crash in between loses it. */
export function push(...changes: readonly Change[]): void {
  if (changes.length === 0) return
  show(changes)
  void holdAndSend(get().id, changes)
}

/** @param ready what the changes make of the records, where it was worked out beforehand */
export function show(changes: readonly Change[], ready?: RecordsAfter): void {
  const { stacks, told } = get()
  setProject({ told: [...told, ...changes], stacks: changes.reduce(pushChange, stacks) })
  session?.show(changes, ready)
}

const LARGE = 2000

export async function holdAndSend(id: string, changes: readonly Change[]): Promise<void> {
  // A very large change takes the browser a while to write: it is shown first.
  if (changes.reduce((sum, { edits }) => sum + edits.length, 0) > LARGE)
    await new Promise((resolve) => setTimeout(resolve))
  if (get().id === id) await session?.holdAndSend(changes)
  else for (const change of changes) await outboxOf(outboxes.get(id) ?? Promise.resolve(id)).add(change)
}

/** What another window or the server has against a change of this one; null where there is nothing. */
export const takeConflict = async (): Promise<Change | null> => (await session?.takeConflict()) ?? null

/** Sends what waits. */
export const sendNow = (): void => void session?.send()

/** Gives up what was refused. */
export const forgetRefused = ({ change }: Refused): void => void session?.forget(change.id)

/** Hears what other windows do, and whether the server is there. @returns a function that stops listening */
export function follow(id: string): () => void {
  const lookAgain = () => void Promise.allSettled([session?.again(), refreshSources()])
  return listenTo(id, {
    opened: lookAgain,
    lost: () => setProject({ online: false }),
    heard: (event) => {
      if (event.type === 'sources') void refreshSourcesSoon()
      else if (event.type === 'change') void session?.hear(event.revision)
      else if (event.type === 'presence') hearOf(event.presence)
      else lookAgain()
    },
  })
}
