import { index, integer, jsonb, pgTable, text, timestamp, unique } from 'drizzle-orm/pg-core'
import type { LibraryKindName, LibraryRecord } from '@/core/library/registry'
import { organization, user } from './people'

/**
 * What is kept beside all projects, for using it in any: every version of every item, only ever added to. The last version
 * of an item is what the library holds; one without a record says that it was taken out.
 */
export const libraryVersions = pgTable(
  'library_version',
  {
    organizationId: text()
      .notNull()
      .references(() => organization.id, { onDelete: 'cascade' }),
    /** Whose own it is; null for the organisation's. */
    personId: text().references(() => user.id, { onDelete: 'cascade' }),
    id: text().notNull(),
    version: integer().notNull(),
    kind: text().$type<LibraryKindName>().notNull(),
    name: text().notNull(),
    record: jsonb().$type<LibraryRecord>(),
    /** The form in which the record was written: see core/model/versions. */
    model: integer().notNull().default(1),
    /** Who kept it, as in `author` of a change. */
    author: text(),
    authorName: text(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    unique('library_version_one').on(table.organizationId, table.personId, table.id, table.version).nullsNotDistinct(),
    index().on(table.personId),
  ],
)
