import { inArray } from 'drizzle-orm'
import type { Presence } from '@/core/people/presence'
import { database, seeing } from './database/client'
import { projects } from './database/schema'
import { faultOf, log } from './log'
import { processWide } from './process-wide'
import { chosenTelling } from './telling/chosen'

/** What other windows of a project hear. */
export type ProjectEvent =
  | { type: 'change'; revision: number }
  /** Files or their pages changed: look again. */
  | { type: 'sources' }
  /** Where somebody looks and points. */
  | { type: 'presence'; presence: Presence }
  /** Something may not have been heard: look at everything again. */
  | { type: 'again' }

type Listener = (projectId: string, event: ProjectEvent) => void

/** Everybody in this process who listens. */
const kept = processWide<{
  listeners: Map<symbol, { of: string | null; hear: Listener }>
  told: Map<string, number>
}>('events')

/** Tells every window of a project; not within a transaction, see `onceKept`. */
export async function announce(projectId: string, event: ProjectEvent): Promise<void> {
  await chosenTelling().tell(JSON.stringify({ projectId, event }))
}

/** How often it is looked whether a change was kept of which nobody was told: who kept it may have ended just then. */
const LOOK_EVERY_MS = 5000

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

function tell(projectId: string | null, event: ProjectEvent): void {
  const listeners = kept.listeners ?? new Map<symbol, never>()
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

function begun(): NonNullable<typeof kept.listeners> {
  chosenTelling().hear(
    (payload) => {
      const { projectId, event } = JSON.parse(payload) as { projectId: string; event: ProjectEvent }
      if (event.type === 'change') told().set(projectId, event.revision)
      tell(projectId, event)
    },
    () => tell(null, { type: 'again' }),
  )
  setInterval(() => {
    tellMissed().catch((error: unknown) => log.info(faultOf(error), 'looking for changes'))
  }, LOOK_EVERY_MS).unref()
  return new Map()
}

/** The latest revision that was told, by project. */
const told = () => {
  kept.told ??= new Map()
  return kept.told
}

/** Tells of changes that were kept and never told. */
export async function tellMissed(): Promise<void> {
  const open = [...new Set([...(kept.listeners?.values() ?? [])].flatMap(({ of }) => of ?? []))]
  for (const id of told().keys()) if (!open.includes(id)) told().delete(id)
  if (open.length === 0) return
  const rows = await seeing('all', () =>
    database()
      .select({ id: projects.id, revision: projects.revision })
      .from(projects)
      .where(inArray(projects.id, open)),
  )
  for (const { id, revision } of rows) {
    const before = told().get(id)
    told().set(id, revision)
    // Whoever began to listen since the last look has looked for themselves.
    if (before !== undefined && revision > before) tell(id, { type: 'change', revision })
  }
}
