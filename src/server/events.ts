import { sql } from 'drizzle-orm'
import { Client } from 'pg'
import { type Database, database, databaseUrl } from './database/client'

/** What other windows of a project hear. */
export type ProjectEvent =
  | { type: 'change'; revision: number }
  /** Files or their pages changed: look again. */
  | { type: 'sources' }

const CHANNEL = 'calque_project'

type Listener = (event: ProjectEvent) => void

interface Hub {
  listeners: Map<string, Set<Listener>>
  connecting: Promise<void> | null
}

const kept = globalThis as unknown as { calqueHub?: Hub }
kept.calqueHub ??= { listeners: new Map(), connecting: null }
const hub = kept.calqueHub

/** Tells every window of a project; inside a transaction it is told when that is kept. */
export async function announce(
  projectId: string,
  event: ProjectEvent,
  db: Pick<Database, 'execute'> = database(),
): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify({ projectId, event })})`)
}

/** Listens until the function that it returns is called. */
export async function listen(projectId: string, listener: Listener): Promise<() => void> {
  hub.connecting ??= connect()
  await hub.connecting
  const listeners = hub.listeners.get(projectId) ?? new Set()
  hub.listeners.set(projectId, listeners.add(listener))
  return () => {
    listeners.delete(listener)
    if (listeners.size === 0) hub.listeners.delete(projectId)
  }
}

/** One connection for the whole process; when it is lost it comes back, and clients catch up by their revision. */
async function connect(): Promise<void> {
  const client = new Client({ connectionString: databaseUrl() })
  client.on('notification', ({ payload }) => {
    const { projectId, event } = JSON.parse(payload ?? '{}') as { projectId: string; event: ProjectEvent }
    for (const listener of hub.listeners.get(projectId) ?? []) listener(event)
  })
  client.on('error', () => {
    hub.connecting = new Promise((resolve) => setTimeout(resolve, 1000)).then(connect).catch(() => {
      hub.connecting = null
    })
  })
  await client.connect()
  await client.query(`listen ${CHANNEL}`)
}
