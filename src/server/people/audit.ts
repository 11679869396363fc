import { and, desc, eq, lt } from 'drizzle-orm'
import type { Actor } from '@/core/people/rights'
import type { AuditEntry } from '@/core/people/views'
import { database } from '../database/client'
import { audit } from '../database/sharing'

/** How somebody is written down: an id, never a name, so that who is erased is nobody in it. */
export function nameOfActor(actor: Actor): string {
  switch (actor.kind) {
    case 'person':
    case 'token':
      return `${actor.kind}:${actor.id}`
    case 'visitor':
      return `link:${actor.linkId}`
    default:
      return actor.kind
  }
}

/** Writes down who did what. */
export async function note(actor: Actor, action: string, projectId: string | null, detail = ''): Promise<void> {
  await database()
    .insert(audit)
    .values({ actor: nameOfActor(actor), action, projectId, detail: detail.slice(0, 500) })
}

/** What was written down, latest first, 200 at a time. @param projectId null for everything */
export async function listAudit(projectId: string | null, before?: string): Promise<AuditEntry[]> {
  const rows = await database()
    .select()
    .from(audit)
    .where(
      and(
        projectId === null ? undefined : eq(audit.projectId, projectId),
        before ? lt(audit.at, new Date(before)) : undefined,
      ),
    )
    .orderBy(desc(audit.at))
    .limit(200)
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
}
