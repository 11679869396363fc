import { sql } from 'drizzle-orm'
import type { Presence } from '@/core/people/presence'
import { type Database, database } from './database/client'
import { listenOn } from './database/listen'
import { faultOf, log } from './log'
import { processWide } from './process-wide'

/** What other windows of a project hear. */
export type ProjectEvent =
  | { type: 'change'; revision: number }
  /** Files or their pages changed: look again. */
  | { type: 'sources' }
  /** Where somebody looks and points. */
  | { type: 'presence'; presence: Presence }
  /** Something may not have been heard: look at everything again. */
  | { type: 'again' }

/** The channel of the database on which windows are told. */
export const EVENTS_CHANNEL = 'calque_project'

/** What is told on it. */
export const eventPayload = (projectId: string, event: ProjectEvent): string => JSON.stringify({ projectId, event })

type Listener = (projectId: string, event: ProjectEvent) => void

/** Everybody in this process who listens. */
const kept = processWide<{ listeners: Map<symbol, { of: string | null; hear: Listener }> }>('events')

/** Tells every window of a project; inside a transaction it is told when that is kept. */
export async function announce(
  projectId: string,
  event: ProjectEvent,
  db: Pick<Database, 'execute'> = database(),
): Promise<void> {
  await db.execute(sql`select pg_notify(${EVENTS_CHANNEL}, ${eventPayload(projectId, event)})`)
}

/**
 * Listens until the function that it returns is called.
 * @param of the project; null for all of them
 */
export function listen(of: string | null, hear: Listener): () => void {
  kept.listeners ??= begun()
  const listeners = kept.listeners
  const key = Symbol('listener')
  listeners.set(key, { of, hear })
  return () => void listeners.delete(key)
}

/** How many listen in this process. */
export const listenerCount = (): number => kept.listeners?.size ?? 0

function begun(): NonNullable<typeof kept.listeners> {
  const listeners: NonNullable<typeof kept.listeners> = new Map()
  const tell = (projectId: string | null, event: ProjectEvent) => {
    for (const [key, { of, hear }] of listeners) {
      const about = projectId ?? of ?? ''
      if (of !== null && of !== about) continue
      try {
        hear(about, event)
      } catch (error) {
        // One whose connection is broken must not keep the others from hearing.
        listeners.delete(key)
        log.info(faultOf(error), 'a listener is gone')
      }
    }
  }
  listenOn(
    EVENTS_CHANNEL,
    (payload) => {
      const { projectId, event } = JSON.parse(payload) as { projectId: string; event: ProjectEvent }
      tell(projectId, event)
    },
    () => tell(null, { type: 'again' }),
  )
  return listeners
}
