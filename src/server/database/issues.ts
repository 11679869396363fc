import { bigint, index, integer, pgTable, text, timestamp } from 'drizzle-orm/pg-core'
import { contents, makings, projects } from './schema'

/** States of projects that were issued: named, and kept as files that nobody changes any more. */
export const issues = pgTable(
  'issue',
  {
    id: text().primaryKey(),
    projectId: text()
      .notNull()
      .references(() => projects.id, { onDelete: 'cascade' }),
    /** As in `issued for tender`. */
    name: text().notNull(),
    note: text().notNull().default(''),
    /** The state of the project that it is. */
    revision: integer().notNull(),
    /** What was handed over with it: names of formats. */
    formats: text().array().notNull(),
    /** What makes its files, until they are made. */
    makingId: text().references(() => makings.id, { onDelete: 'set null' }),
    /** A ZIP of its archive and its files; null until they are made. */
    contentHash: text().references(() => contents.hash),
    bytes: bigint({ mode: 'number' }),
    /** As in `author` of a change. */
    author: text(),
    authorName: text(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index().on(table.projectId)],
)
