import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Change } from '@/core/model/change/change'

interface OutboxSchema extends DBSchema {
  changes: { key: number; value: { projectId: string; change: Change } }
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('calque', 1, {
    // Without an index: for that the browser reads through each change once more as it is added.
    upgrade: (db) => void db.createObjectStore('changes', { autoIncrement: true }),
  })
  return opened
}

/** Under which key each change is held that was added or listed here, by the change's id. */
const keys = new Map<string, number>()

/** Changes that the server has not kept yet, held by the browser across reloads and crashes. */
export const outbox = {
  async list(projectId: string): Promise<Change[]> {
    const { store } = (await open()).transaction('changes')
    const [found, held] = await Promise.all([store.getAllKeys(), store.getAll()])
    held.forEach(({ change }, i) => {
      keys.set(change.id, found[i]!)
    })
    return held.filter((each) => each.projectId === projectId).map(({ change }) => change)
  },

  async add(projectId: string, change: Change): Promise<void> {
    // Strict: on the disk before it counts as held, not only on its way there.
    const transaction = (await open()).transaction('changes', 'readwrite', { durability: 'strict' })
    const [key] = await Promise.all([transaction.store.add({ projectId, change }), transaction.done])
    keys.set(change.id, key)
  },

  async remove(changeId: string): Promise<void> {
    const key = keys.get(changeId)
    if (key === undefined) return
    await (await open()).delete('changes', key)
    keys.delete(changeId)
  },
}
