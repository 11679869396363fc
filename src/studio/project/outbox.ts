import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Change } from '@/core/model/change/change'

interface OutboxSchema extends DBSchema {
  changes: { key: number; value: { projectId: string; change: Change }; indexes: { projectId: string } }
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('calque', 1, {
    upgrade: (db) => {
      db.createObjectStore('changes', { autoIncrement: true }).createIndex('projectId', 'projectId')
    },
  })
  return opened
}

/** Changes that the server has not kept yet, held by the browser across reloads and crashes. */
export const outbox = {
  async list(projectId: string): Promise<Change[]> {
    const kept = await (await open()).getAllFromIndex('changes', 'projectId', projectId)
    return kept.map(({ change }) => change)
  },

  async add(projectId: string, change: Change): Promise<void> {
    // Strict: on the disk before it counts as held, not only on its way there.
    const transaction = (await open()).transaction('changes', 'readwrite', { durability: 'strict' })
    await Promise.all([transaction.store.add({ projectId, change }), transaction.done])
  },

  async remove(projectId: string, changeId: string): Promise<void> {
    const transaction = (await open()).transaction('changes', 'readwrite')
    let cursor = await transaction.store.index('projectId').openCursor(projectId)
    while (cursor) {
      if (cursor.value.change.id === changeId) await cursor.delete()
      cursor = await cursor.continue()
    }
    await transaction.done
  },
}
