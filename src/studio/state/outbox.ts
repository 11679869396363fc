import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Change } from '@/core/model/change/change'
import { MODEL_VERSION, upgradedEdits } from '@/core/model/versions/registry'
import type { Refused, SyncHold } from '@/core/sync/server'

interface OutboxSchema extends DBSchema {
  /** `version`: of the model, in which it was made; 1 where nothing is said. */
  changes: { key: number; value: { projectId: string; change: Change; version?: number } }
  refused: { key: string; value: { projectId: string; refused: Refused } }
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null

/** A window with an older Calque may keep the new form from being made until it is closed. */
const LONGEST_OPENING_MS = 5000

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= within(LONGEST_OPENING_MS, openOutbox())
  opened.catch(() => {
    opened = null
  })
  return opened
}

const openOutbox = () =>
  openDB<OutboxSchema>('calque', 2, {
    upgrade: (db, from) => {
      // Without an index: for that the browser reads through each change once more as it is added.
      if (from < 1) db.createObjectStore('changes', { autoIncrement: true })
      if (from < 2) db.createObjectStore('refused')
    },
    // Another window has a newer Calque: this one lets go, so that it can begin.
    blocking: (_, __, event) => {
      ;(event.target as IDBDatabase).close()
      opened = null
    },
    terminated: () => {
      opened = null
    },
  })

function within<T>(ms: number, work: Promise<T>): Promise<T> {
  const late = new Promise<never>((_, reject) => setTimeout(reject, ms, new Error('The browser does not answer.')))
  return Promise.race([work, late])
}

/** How the outbox of somebody in a project is called. @param you `local` where nobody signs in */
export const outboxName = (projectId: string, you: string): string =>
  you === 'local' ? projectId : `${projectId} ${you}`

/** Under which key each change is held that was added or listed here, by the change's id. */
const keys = new Map<string, number>()

/**
 * What the browser holds of a project across reloads and crashes: changes that the server has not kept, or refused.
 * @param whose the project, and who made them where people sign in: nobody sends what another person of this browser made
 */
export const outboxOf = (whose: Promise<string>): SyncHold => ({
  async waiting() {
    const { store } = (await open()).transaction('changes')
    const [found, held] = await Promise.all([store.getAllKeys(), store.getAll()])
    held.forEach(({ change }, i) => {
      keys.set(change.id, found[i]!)
    })
    const projectId = await whose
    return held
      .filter((each) => each.projectId === projectId)
      .map(({ change, version = 1 }) => ({ ...change, edits: upgradedEdits(change.edits, version) }))
  },

  async add(change) {
    const projectId = await whose
    // Strict: on the disk before it counts as held, not only on its way there.
    const transaction = (await open()).transaction('changes', 'readwrite', { durability: 'strict' })
    const [key] = await Promise.all([
      transaction.store.add({ projectId, change, version: MODEL_VERSION }),
      transaction.done,
    ])
    keys.set(change.id, key)
  },

  async remove(changeId) {
    const key = keys.get(changeId)
    if (key === undefined) return
    await (await open()).delete('changes', key)
    keys.delete(changeId)
  },

  async refused() {
    const all = await (await open()).getAll('refused')
    const projectId = await whose
    return all.filter((each) => each.projectId === projectId).map(({ refused }) => refused)
  },

  async refuse(refused) {
    await (await open()).put('refused', { projectId: await whose, refused }, refused.change.id)
  },

  async forget(changeId) {
    await (await open()).delete('refused', changeId)
  },
})
