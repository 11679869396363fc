import { sql } from 'drizzle-orm'
import { type LibraryItem, type LibraryVersion, type Shelf, withoutLink } from '@/core/library/item'
import { type LibraryKindName, type LibraryRecord, libraryKindOf } from '@/core/library/registry'
import { isSameRecord } from '@/core/model/same-record'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { MODEL_VERSION, upgraded } from '@/core/model/versions/registry'
import { type Actor, calledName } from '@/core/people/rights'
import { database, inTransaction, type Transaction } from './database/client'
import { libraryVersions } from './database/library'
import { nameOfActor } from './people/audit'
import { organisationFor, organisationOf } from './people/organisations'
import { mustHaveRoomInLibrary } from './people/quotas'
import { personOf } from './people/standing'
import { notFound, Problem } from './problem'

/** An item as it is told; a symbol also under the name that it had when libraries held nothing else. */
export type ToldItem = LibraryItem & {
  readonly symbol?: SymbolRecord
  /** Left out where it is in the library. */
  readonly removed?: true
}

/** Which items of a library are meant. */
export interface LibraryQuery {
  readonly kind: LibraryKindName | 'all'
  /** Those that were taken out instead of those that are there. */
  readonly removed: boolean
}

/** An item of a library, by what a path and a query say. */
export interface ItemName {
  readonly id: string
  readonly shelf: Shelf
}

interface Row {
  readonly [column: string]: unknown
  readonly id: string
  readonly kind: LibraryKindName
  readonly name: string
  readonly own: boolean
  readonly version: number
  readonly record: LibraryRecord
  readonly model: number
  readonly authorName: string | null
  readonly madeAt: string
  /** Whether the last version of the item says that it was taken out. */
  readonly removed: boolean
}

/** The last version of each item that holds something. */
const LATEST = sql`select distinct on (v.id, v.person_id) v.id, v.kind, v.name, v.person_id is not null as own, v.version,
  v.record, v.model, v.author_name as "authorName", to_json(v.made_at) as "madeAt",
  (select w.record is null from library_version w where w.organization_id = v.organization_id
    and w.person_id is not distinct from v.person_id and w.id = v.id order by w.version desc limit 1) as removed
  from library_version v`

/** Every item that somebody's organisation keeps, and what they keep for themselves, by name; a guest has none. */
export async function listLibrary(by: Actor, { kind, removed }: LibraryQuery): Promise<ToldItem[]> {
  const organizationId = await organisationOf(by)
  if (organizationId === null) return []
  const { rows } = await database().execute<Row>(
    sql`${LATEST} where v.organization_id = ${organizationId} and v.record is not null
      and (v.person_id is null or v.person_id = ${personOf(by)}) and ${kind === 'all' ? sql`true` : sql`v.kind = ${kind}`}
      order by v.id, v.person_id, v.version desc`,
  )
  return rows
    .filter((row) => row.removed === removed)
    .map(told)
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
}

/**
 * An item with all of its versions, the latest first.
 * @param version which one is told whole; null for the last one that holds something
 * @throws Problem
 */
export async function libraryItem(
  by: Actor,
  { id, shelf }: ItemName,
  version: number | null,
): Promise<ToldItem & { versions: LibraryVersion[] }> {
  const own = await ownerOf(by, shelf)
  return { ...(await toldItem(own, id, version)), versions: await versionsOf(own, id) }
}

/** @throws Problem where the item, or that version of it, holds nothing */
async function toldItem(own: Owner, id: string, version: number | null): Promise<ToldItem> {
  const { rows } = await database().execute<Row>(
    sql`${LATEST} where ${isOf(own, id)} and v.record is not null
      and ${version === null ? sql`true` : sql`v.version = ${version}`}
      order by v.id, v.person_id, v.version desc`,
  )
  if (!rows[0]) throw notFound(version === null ? 'The item of the library' : `Version ${version} of the item`)
  return told(rows[0])
}

type VersionRow = Pick<Row, 'version' | 'name' | 'authorName' | 'madeAt'> & { [column: string]: unknown; gone: boolean }

async function versionsOf(own: Owner, id: string): Promise<LibraryVersion[]> {
  const { rows } = await database().execute<VersionRow>(
    sql`select version, name, author_name as "authorName", to_json(made_at) as "madeAt", record is null as gone
      from library_version v where ${isOf(own, id)} order by version desc`,
  )
  return rows.map(({ version, name, authorName, madeAt, gone }) => ({
    version,
    name,
    ...(authorName && { by: authorName }),
    at: madeAt,
    removed: gone,
  }))
}

/** How a record is to be kept. */
export interface KeepingWish {
  readonly shelf: Shelf
  /** The version that whoever keeps it knows to be the last one; null where they don't ask. */
  readonly after: number | null
  /** Whether it becomes an item of its own, whatever it is from. */
  readonly fresh: boolean
}

/**
 * Keeps a record in the library, as the next version of its item where it says something else than the last one.
 * @throws Problem
 */
export async function keepInLibrary(record: LibraryRecord, by: Actor, wish: KeepingWish): Promise<ToldItem> {
  const name = libraryKindOf(record).nameOf(record)
  if (name === '') throw new Problem(422, 'no-name', 'Give it a name first: a library is looked through by names.')
  const own = await ownerOf(by, wish.shelf)
  const id = itemIdOf(record, wish)
  const kept = withoutLink(record)
  await mustHaveRoomInLibrary(own.organizationId, kept)
  await addVersion(by, own, id, (last) => {
    if (last && last.kind !== record.kind)
      throw new Problem(409, 'other-kind', `This id is that of “${last.name}”, which is of another kind.`)
    if (wish.after !== null && last !== null && last.version > wish.after)
      throw new Problem(
        409,
        'library-newer',
        `Version ${last.version} of “${last.name}” was kept meanwhile. Look at it first, then keep yours after it.`,
      )
    return last?.record && isSameRecord(last.record, kept) ? null : { kind: record.kind, name, record: kept }
  })
  return toldItem(own, id, null)
}

/** A price book has the same id in each project: its item is the one from which it is, or a new one. */
function itemIdOf({ id, kind, library }: LibraryRecord, { fresh }: KeepingWish): string {
  if (fresh || (kind === 'price-book' && !library)) return crypto.randomUUID()
  return library?.id ?? id
}

/** Takes an item out of the library; its versions stay, and it can be kept again. @throws Problem */
export async function removeFromLibrary(by: Actor, { id, shelf }: ItemName): Promise<void> {
  await addVersion(by, await ownerOf(by, shelf), id, (last) => {
    if (!last?.record) throw notFound('The item of the library')
    return { kind: last.kind, name: last.name, record: null }
  })
}

type LastVersion = Pick<typeof libraryVersions.$inferSelect, 'version' | 'kind' | 'name' | 'record'>

/** Adds what `next` makes of the last version, if anything; one at a time for each organisation. */
async function addVersion(
  by: Actor,
  own: Owner,
  id: string,
  next: (last: LastVersion | null) => Omit<LastVersion, 'version'> | null,
): Promise<void> {
  await inTransaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`library ${own.organizationId}`}, 0))`)
    const last = await lastVersion(tx, own, id)
    const added = next(last)
    if (added)
      await tx.insert(libraryVersions).values({
        ...own,
        id,
        ...added,
        version: (last?.version ?? 0) + 1,
        model: MODEL_VERSION,
        author: by.kind === 'local' ? null : nameOfActor(by),
        authorName: calledName(by) || null,
      })
  })
}

async function lastVersion(tx: Transaction, own: Owner, id: string): Promise<LastVersion | null> {
  const { rows } = await tx.execute<Record<string, unknown> & LastVersion & { model: number }>(
    sql`select version, kind, name, record, model from library_version v where ${isOf(own, id)} order by version desc limit 1`,
  )
  const [row] = rows
  return row ? { ...row, record: row.record && (upgraded(row.record, row.model) as LibraryRecord) } : null
}

interface Owner {
  readonly organizationId: string
  /** Null for the organisation itself. */
  readonly personId: string | null
}

async function ownerOf(by: Actor, shelf: Shelf): Promise<Owner> {
  const organizationId = await organisationFor(by)
  if (shelf === 'organisation') return { organizationId, personId: null }
  const personId = personOf(by)
  if (personId === null)
    throw new Problem(422, 'nobody', 'Only who signs in has a library of their own. Keep it for the organisation.')
  return { organizationId, personId }
}

const isOf = ({ organizationId, personId }: Owner, id: string) =>
  sql`v.organization_id = ${organizationId} and v.person_id is not distinct from ${personId} and v.id = ${id}`

function told({ id, kind, name, own, version, record: kept, model, authorName, madeAt, removed }: Row): ToldItem {
  const record = upgraded(kept, model) as LibraryRecord
  return {
    id,
    kind,
    name,
    shelf: own ? 'mine' : 'organisation',
    version,
    record,
    ...(record.kind === 'symbol' && { symbol: record }),
    ...(authorName && { by: authorName }),
    at: madeAt,
    ...(removed && { removed }),
  }
}
