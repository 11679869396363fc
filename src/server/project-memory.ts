import { and, asc, eq, gt } from 'drizzle-orm'
import { applyChanges, type Change } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { upgraded, upgradedEdits } from '@/core/model/versions/registry'
import type { Transaction } from './database/client'
import { changes, records } from './database/schema'

/** A project's records as they were after a revision of one history. */
interface Remembered {
  readonly epoch: string
  readonly revision: number
  readonly records: ReadonlyMap<string, ProjectRecord>
}

/** Records that one process remembers at most, of all projects together. */
const MOST_RECORDS = 200_000
/** Beyond so many changes it is quicker to read everything again. */
const MOST_CHANGES = 50

/**
 * What this process last knew of projects, so that a save need not read all of one again. It is only a help: whoever asks
 * holds the project's lock and says which revision counts, and what is older is brought up to that.
 */
export class ProjectMemory {
  private readonly remembered = new Map<string, Remembered>()

  /** The records of a project at the revision that it has under its lock. */
  async at(tx: Transaction, projectId: string, epoch: string, revision: number): Promise<Remembered['records']> {
    const last = this.remembered.get(projectId)
    if (last?.epoch === epoch && last.revision === revision) return last.records
    const near = last?.epoch === epoch && last.revision < revision && revision - last.revision <= MOST_CHANGES
    const found = near ? await since(tx, projectId, last) : await everything(tx, projectId)
    this.keep(projectId, { epoch, revision, records: found })
    return found
  }

  /** Takes in what was kept on top of that, once it is kept. */
  add(projectId: string, epoch: string, revision: number, change: Pick<Change, 'edits'>): void {
    const last = this.remembered.get(projectId)
    if (last?.epoch !== epoch || last.revision !== revision - 1) return
    this.keep(projectId, { epoch, revision, records: applyChanges(last.records, [change]) })
  }

  private keep(projectId: string, what: Remembered): void {
    // The one used last stands last.
    this.remembered.delete(projectId)
    this.remembered.set(projectId, what)
    let held = 0
    for (const { records: each } of this.remembered.values()) held += each.size
    for (const [id, { records: each }] of this.remembered) {
      if (held <= MOST_RECORDS || id === projectId) break
      this.remembered.delete(id)
      held -= each.size
    }
  }
}

async function everything(tx: Transaction, projectId: string): Promise<ReadonlyMap<string, ProjectRecord>> {
  const rows = await tx
    .select({ data: records.data, version: records.version })
    .from(records)
    .where(eq(records.projectId, projectId))
  return new Map(rows.map(({ data, version }) => [data.id, upgraded(data, version)]))
}

async function since(
  tx: Transaction,
  projectId: string,
  last: Remembered,
): Promise<ReadonlyMap<string, ProjectRecord>> {
  const rows = await tx
    .select({ edits: changes.edits, version: changes.version })
    .from(changes)
    .where(and(eq(changes.projectId, projectId), gt(changes.revision, last.revision)))
    .orderBy(asc(changes.revision))
  return applyChanges(
    last.records,
    rows.map(({ edits, version }) => ({ edits: upgradedEdits(edits, version) })),
  )
}
