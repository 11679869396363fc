import { sql } from 'drizzle-orm'
import type { Transaction } from './database/client'

/** How far what somebody waits for can fall behind: it stays before all that nobody waits for. */
const MOST_BEHIND = 9

/** Work for a file, or for a request. */
interface Work {
  readonly name: string
  readonly data: { readonly sourceId: string } | { readonly makingId: string }
}

interface Turns {
  /** The organisation for which the work is done: by it the next ones count. */
  readonly organizationId: string | null
  /** The place of a job in the queue; larger comes first. */
  turnOf(name: string, priority: number): number
}

/**
 * Whose turn it is, so that organisations share readers and makers evenly, and the files of one share its part. Batches of a
 * file stand at 0, -1, -2 ...; where `n` other files of the organisation wait, each of them goes once between two batches of
 * this one, and before its first: -n, -n - (n + 1) ... So whoever brings in sixty files at once stands, from the second one
 * on, behind an organisation that brings in one. What somebody waits for is counted apart, and never falls behind the rest.
 */
export async function turnsFor(tx: Transaction, jobs: readonly Work[], priority: number): Promise<Turns> {
  const organizationId = await organisationOf(tx, jobs[0]!)
  const isWaitedFor = priority > 0
  const waiting = new Map<string, number>()
  for (const name of new Set(jobs.map((job) => job.name)))
    waiting.set(
      name,
      organizationId === null ? 0 : await othersWaiting(tx, jobs[0]!, name, organizationId, isWaitedFor),
    )
  return {
    organizationId,
    turnOf: (name, own) => {
      const others = waiting.get(name) ?? 0
      return isWaitedFor ? Math.max(own - others, own - MOST_BEHIND, 1) : own * (others + 1) - others
    },
  }
}

async function organisationOf(tx: Transaction, { data }: Work): Promise<string | null> {
  const found =
    'makingId' in data
      ? sql`select coalesce(m.organization_id, p.organization_id) as id from making m left join project p on p.id = m.project_id where m.id = ${data.makingId}`
      : sql`select p.organization_id as id from source s join project p on p.id = s.project_id where s.id = ${data.sourceId}`
  const { rows } = await tx.execute<{ id: string | null }>(found)
  return rows[0]?.id ?? null
}

/** Files of an organisation, or requests where it is about those, that wait for work of a name beside that of one job. */
async function othersWaiting(
  tx: Transaction,
  { data }: Work,
  name: string,
  organizationId: string,
  isWaitedFor: boolean,
): Promise<number> {
  const [key, own] = 'makingId' in data ? ['makingId', data.makingId] : ['sourceId', data.sourceId]
  const { rows } = await tx.execute<{ others: number }>(sql`
    select count(distinct data->>${key})::int as others from pgboss.job
      where name = ${name} and state < 'active' and (priority > 0) = ${isWaitedFor}
        and data->>'organizationId' = ${organizationId} and data->>${key} <> ${own}`)
  return rows[0]!.others
}
