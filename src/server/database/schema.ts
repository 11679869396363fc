import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { MakingRequest } from '@/core/formats/making'
import type { Change } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import type { HeldFile } from '@/core/project/views'
import type { SourceKind } from '@/core/sheet/kinds'
import type { Counts, PageContent } from '@/core/sheet/linework'
import type { Print } from '@/core/sheet/print'
import type { SourceProblem } from '@/core/sheet/problem'
import type { StatedRatio } from '@/core/units/ratio-in-text'
import { organization } from './people'

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })
const now = () => timestamp({ withTimezone: true }).notNull().defaultNow()

/** The organisation that is there from the beginning: whoever uses Calque alone is it. */
export const FIRST_ORGANISATION = 'office'

export const projects = pgTable('project', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** Counts the changes; the state of a project is named by it. */
  revision: integer().notNull().default(0),
  /** Names the history that revisions count: a database that was put back to an older state begins another one. */
  epoch: text().notNull().default(sql`gen_random_uuid()::text`),
  /** What its files tell it by from every other project, where that is not its id: it came as an archive. */
  identity: text(),
  /** Whose it is. */
  organizationId: text()
    .notNull()
    .default(FIRST_ORGANISATION)
    .references(() => organization.id),
  createdAt: now(),
  changedAt: now(),
  /** When it was put into the trash, where it is. */
  deletedAt: timestamp({ withTimezone: true }),
})

/** Where bytes of contents may lie. */
export type StoreName = 'database' | 's3'

/** File contents by their SHA-256: immutable, stored whole or not at all. */
export const contents = pgTable('content', {
  hash: text().primaryKey(),
  size: bigint({ mode: 'number' }).notNull(),
  mediaType: text().notNull(),
  /** Where its bytes lie. */
  store: text().$type<StoreName>().notNull().default('database'),
  createdAt: now(),
  /** When somebody last said that it is needed; what nothing refers to is collected only some time after that. */
  usedAt: now(),
})

/** The bytes of those that lie in the database, in pieces. */
export const contentChunks = pgTable(
  'content_chunk',
  {
    hash: text()
      .notNull()
      .references(() => contents.hash, { onDelete: 'cascade' }),
    index: integer().notNull(),
    bytes: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.hash, table.index] })],
)

export type SourceStatus = 'waiting' | 'reading' | 'ready' | 'locked' | 'failed'

/** A file brought into a project. */
export const sources = pgTable(
  'source',
  {
    id: text().primaryKey(),
    projectId: text()
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    kind: text().$type<SourceKind>().notNull().default('pdf'),
    contentHash: text()
      .notNull()
      .references(() => contents.hash),
    status: text().$type<SourceStatus>().notNull().default('waiting'),
    problem: text().$type<SourceProblem>(),
    /** What opens the file, where it is protected: sealed with the server's key (see secrets.ts). */
    password: text(),
    pageCount: integer(),
    producer: text(),
    /** The older revision of the same drawing that this one took the place of. */
    supersedes: text(),
    /** What is wrong with the stored bytes, found when they were last looked at. */
    damage: text().$type<SourceProblem>(),
    /** Of a portfolio: the files that it holds. Those that can be read stand beside it as files of their own. */
    holds: jsonb().$type<readonly HeldFile[]>(),
    checkedAt: timestamp({ withTimezone: true }),
    createdAt: now(),
  },
  (table) => [index().on(table.projectId), index().on(table.contentHash)],
)

/** `waiting` for its picture, `reading` once it has one, `stopped` where the person stopped that. */
export type SheetStatus = 'waiting' | 'reading' | 'ready' | 'failed' | 'stopped'

/** Of strokes that somebody asked for. */
export type TracingStatus = 'tracing' | 'traced' | 'failed'

/** One page of a source. */
export const sheets = pgTable(
  'sheet',
  {
    id: text().primaryKey(),
    sourceId: text()
      .notNull()
      .references(() => sources.id, { onDelete: 'cascade' }),
    /** From 1. */
    number: integer().notNull(),
    label: text(),
    widthPt: doublePrecision().notNull(),
    heightPt: doublePrecision().notNull(),
    status: text().$type<SheetStatus>().notNull().default('waiting'),
    problem: text().$type<SourceProblem>(),
    content: text().$type<PageContent>(),
    counts: jsonb().$type<Counts>(),
    /** Where the zero of the file's own coordinates lies, in points of the sheet. */
    zeroX: doublePrecision().notNull().default(0),
    zeroY: doublePrecision().notNull().default(0),
    /** Pixels to the inch of a page that is an image, and whether the file states them. */
    dpi: doublePrecision(),
    dpiStated: boolean(),
    /** What the person says they are instead. */
    dpiSet: doublePrecision(),
    print: jsonb().$type<Print>(),
    /** The ratio that the sheet names as its own. */
    ratio: jsonb().$type<StatedRatio>(),
    /** The scale that it proposes of itself; null where there is nothing to go on. */
    proposal: jsonb().$type<ScaleProposal>(),
    /** Whether its figures are still to be read from its picture. */
    lettering: boolean().notNull().default(false),
    /** How far coordinates may be off by how large they are in the file, in points; null where that is nothing. */
    roundingPt: doublePrecision(),
    /** All its text, for finding it. */
    words: text(),
    /** See core/sheet/likeness.ts. */
    signature: jsonb().$type<number[]>(),
    pictureHash: text().references(() => contents.hash),
    lineworkHash: text().references(() => contents.hash),
    /** The strokes of a page that is a picture, as linework; traced once somebody asks for them. */
    strokesHash: text().references(() => contents.hash),
    strokes: text().$type<TracingStatus>(),
    /** Of a storey of a building model: how high its floor lies over the zero of the model. */
    elevationMm: doublePrecision(),
    /** Of a storey of a building model: its solids (see core/sheet/solids.ts). */
    solidsHash: text().references(() => contents.hash),
  },
  (table) => [
    uniqueIndex().on(table.sourceId, table.number),
    index().on(table.pictureHash),
    index().on(table.lineworkHash),
    index().on(table.strokesHash),
    index().on(table.solidsHash),
  ],
)

/** What pages are drawn from as printed (see `print`), so that it can be told who needs a content. */
export const sheetPrints = pgTable(
  'sheet_print',
  {
    sheetId: text()
      .notNull()
      .references(() => sheets.id, { onDelete: 'cascade' }),
    hash: text()
      .notNull()
      .references(() => contents.hash),
  },
  (table) => [primaryKey({ columns: [table.sheetId, table.hash] }), index().on(table.hash)],
)

/** The present state of everything in a project. */
export const records = pgTable(
  'record',
  {
    projectId: text()
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    id: text().notNull(),
    data: jsonb().$type<ProjectRecord>().notNull(),
    /** The form in which it was written: see core/model/versions. */
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.projectId, table.id] })],
)

/**
 * Symbols as versions before libraries of several kinds kept them. A trigger brings what such a version keeps meanwhile to
 * `library_version`; the next version drops the table.
 * @public Only the maker of migrations reads it.
 */
export const librarySymbols = pgTable(
  'library_symbol',
  {
    id: text().notNull(),
    symbol: jsonb().$type<SymbolRecord>().notNull(),
    organizationId: text()
      .notNull()
      .default(FIRST_ORGANISATION)
      .references(() => organization.id, { onDelete: 'cascade' }),
    createdAt: now(),
  },
  (table) => [primaryKey({ columns: [table.organizationId, table.id] })],
)

/** Everything that was ever done to a project, in order. */
export const changes = pgTable(
  'change',
  {
    projectId: text()
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    revision: integer().notNull(),
    id: text().notNull(),
    label: text().notNull(),
    cause: text().$type<Change['cause']>().notNull(),
    of: text(),
    edits: jsonb().$type<Change['edits']>().notNull(),
    /** The form in which its records were written. */
    version: integer().notNull().default(1),
    madeAt: timestamp({ withTimezone: true }).notNull().default(sql`clock_timestamp()`),
    /** Who made it, as `person:ID`, `token:ID` or `link:ID`; null for the one person of a Calque without sign-in. */
    author: text(),
    /** What they were called then. */
    authorName: text(),
  },
  (table) => [primaryKey({ columns: [table.projectId, table.revision] }), uniqueIndex().on(table.projectId, table.id)],
)

/** Runners that do jobs, and when each was last heard of. */
export const runners = pgTable('runner', {
  id: text().primaryKey(),
  seenAt: now(),
})

/** Who has which jobs of the queue, so that they are found when the runner is gone. */
export const takenJobs = pgTable('taken_job', {
  jobId: text().primaryKey(),
  runnerId: text().notNull(),
  name: text().notNull(),
  data: jsonb().$type<object>().notNull(),
  triesLeft: integer().notNull(),
})

export type MakingStatus = 'waiting' | 'working' | 'done' | 'failed' | 'stopped'

/** Work that takes a while and that somebody asked for: a file to hand over, an archive to take in. */
export const makings = pgTable('making', {
  id: text().primaryKey(),
  /** Whose result it is; none for an archive that becomes a project of its own. */
  projectId: text().references(() => projects.id, { onDelete: 'cascade' }),
  request: jsonb().$type<MakingRequest>().notNull(),
  /** What it is made of, where that came with the request. */
  inputHash: text().references(() => contents.hash),
  status: text().$type<MakingStatus>().notNull().default('waiting'),
  /** From 0 to 1. */
  progress: doublePrecision().notNull().default(0),
  /** Why it could not be done. */
  problem: jsonb().$type<{ type: string; detail: string }>(),
  /** The file that it came to, or the project. */
  resultHash: text().references(() => contents.hash),
  resultProject: text(),
  /** Who asked for it, as in `author` of a change. */
  author: text(),
  /** Whose project an archive becomes. */
  organizationId: text(),
  createdAt: now(),
})
