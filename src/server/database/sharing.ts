import { sql } from 'drizzle-orm'
import { index, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core'
import type { LinkRight, Role, TokenScope } from '@/core/people/rights'
import { user } from './people'
import { projects } from './schema'

/** Who may do what in which project, and who did what. */

const at = () => timestamp({ withTimezone: true })
const now = () => at().notNull().defaultNow()
const id = () => text().primaryKey()

const ofUser = () =>
  text()
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' })

const ofProject = () =>
  text()
    .notNull()
    .references(() => projects.id, { onDelete: 'cascade' })

/** What a person may do in one project. */
export const projectMembers = pgTable(
  'project_member',
  {
    projectId: ofProject(),
    userId: ofUser(),
    role: text().$type<Role>().notNull(),
    createdAt: now(),
  },
  (table) => [primaryKey({ columns: [table.projectId, table.userId] }), index().on(table.userId)],
)

/** Somebody who was asked into a project and has not come yet; the id is the secret of the letter, kept as its hash. */
export const projectInvitations = pgTable(
  'project_invitation',
  {
    /** SHA-256 of the secret. */
    hash: text().primaryKey(),
    id: text().notNull().unique(),
    projectId: ofProject(),
    email: text().notNull(),
    role: text().$type<Role>().notNull(),
    inviterId: text().references(() => user.id, { onDelete: 'set null' }),
    expiresAt: at().notNull(),
    createdAt: now(),
  },
  (table) => [index().on(table.projectId)],
)

/** An address that opens a project without an account. */
export const shareLinks = pgTable(
  'share_link',
  {
    id: id(),
    /** SHA-256 of the secret in the address, which is told only once. */
    hash: text().notNull().unique(),
    projectId: ofProject(),
    name: text().notNull(),
    may: text().array().$type<LinkRight[]>().notNull(),
    /** Hashed as better-auth hashes passwords; null where none is asked. */
    password: text(),
    expiresAt: at(),
    authorId: text(),
    createdAt: now(),
    usedAt: at(),
  },
  (table) => [index().on(table.projectId)],
)

/** A browser in which a link was opened, its password given where it has one. */
export const linkVisits = pgTable(
  'link_visit',
  {
    hash: text().primaryKey(),
    linkId: text()
      .notNull()
      .references(() => shareLinks.id, { onDelete: 'cascade' }),
    /** What the visitor is called in remarks. */
    name: text().notNull().default(''),
    expiresAt: at().notNull(),
    createdAt: now(),
  },
  (table) => [index().on(table.linkId)],
)

/** What programs prove themselves by. */
export const apiTokens = pgTable(
  'api_token',
  {
    id: id(),
    hash: text().notNull().unique(),
    name: text().notNull(),
    scope: text().$type<TokenScope>().notNull(),
    /** Acts as this person, in everything that they may do ... */
    userId: text().references(() => user.id, { onDelete: 'cascade' }),
    /** ... or in this project alone. */
    projectId: text().references(() => projects.id, { onDelete: 'cascade' }),
    authorId: text(),
    expiresAt: at(),
    createdAt: now(),
    usedAt: at(),
  },
  (table) => [index().on(table.userId), index().on(table.projectId)],
)

/** Who did what: only ever added to (a trigger holds that). */
export const audit = pgTable(
  'audit',
  {
    id: text().primaryKey().default(sql`gen_random_uuid()::text`),
    at: timestamp({ withTimezone: true }).notNull().default(sql`clock_timestamp()`),
    /** `person:ID`, `token:ID`, `link:ID` or `local`. */
    actor: text().notNull(),
    action: text().notNull(),
    projectId: text(),
    /** What it was done to, in words without names of people. */
    detail: text().notNull().default(''),
  },
  (table) => [index().on(table.projectId, table.at), index().on(table.at)],
)

/** Letters where no mail server is set: kept here and shown on a page. */
export const letters = pgTable('letter', {
  id: text().primaryKey().default(sql`gen_random_uuid()::text`),
  recipient: text().notNull(),
  subject: text().notNull(),
  body: text().notNull(),
  sentAt: now(),
})
