import { boolean, index, integer, pgTable, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core'

/** People, how they sign in, and their organisations: the tables of better-auth and its plugins. */

const at = () => timestamp({ withTimezone: true })
const now = () => at().notNull().defaultNow()
const id = () => text().primaryKey()

export const user = pgTable('person', {
  id: id(),
  name: text().notNull(),
  email: text().notNull().unique(),
  emailVerified: boolean().notNull().default(false),
  image: text(),
  twoFactorEnabled: boolean().default(false),
  /** Whether this person looks after this Calque: the first one who signed up, and whom administrators name. */
  administrator: boolean().notNull().default(false),
  createdAt: now(),
  updatedAt: now(),
})

const ofUser = () =>
  text()
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' })

export const session = pgTable(
  'session',
  {
    id: id(),
    token: text().notNull().unique(),
    userId: ofUser(),
    expiresAt: at().notNull(),
    ipAddress: text(),
    userAgent: text(),
    activeOrganizationId: text(),
    createdAt: now(),
    updatedAt: now(),
  },
  (table) => [index().on(table.userId)],
)

/** How a person proves who they are: by a password, or by the sign-in of an office. */
export const account = pgTable(
  'account',
  {
    id: id(),
    accountId: text().notNull(),
    providerId: text().notNull(),
    userId: ofUser(),
    accessToken: text(),
    refreshToken: text(),
    idToken: text(),
    accessTokenExpiresAt: at(),
    refreshTokenExpiresAt: at(),
    scope: text(),
    password: text(),
    createdAt: now(),
    updatedAt: now(),
  },
  (table) => [index().on(table.userId)],
)

export const verification = pgTable(
  'verification',
  {
    id: id(),
    identifier: text().notNull(),
    value: text().notNull(),
    expiresAt: at().notNull(),
    createdAt: now(),
    updatedAt: now(),
  },
  (table) => [index().on(table.identifier)],
)

export const twoFactor = pgTable(
  'two_factor',
  {
    id: id(),
    secret: text().notNull(),
    backupCodes: text().notNull(),
    userId: ofUser(),
    verified: boolean().default(true),
    failedVerificationCount: integer().default(0),
    lockedUntil: at(),
  },
  (table) => [index().on(table.userId), index().on(table.secret)],
)

export const organization = pgTable('organization', {
  id: id(),
  name: text().notNull(),
  slug: text().notNull().unique(),
  logo: text(),
  metadata: text(),
  createdAt: now(),
})

export const member = pgTable(
  'member',
  {
    id: id(),
    organizationId: text()
      .notNull()
      .references(() => organization.id, { onDelete: 'cascade' }),
    userId: ofUser(),
    role: text().notNull().default('member'),
    createdAt: now(),
  },
  (table) => [index().on(table.userId), uniqueIndex().on(table.organizationId, table.userId)],
)

export const invitation = pgTable(
  'invitation',
  {
    id: id(),
    organizationId: text()
      .notNull()
      .references(() => organization.id, { onDelete: 'cascade' }),
    email: text().notNull(),
    role: text(),
    status: text().notNull().default('pending'),
    inviterId: ofUser(),
    expiresAt: at().notNull(),
    createdAt: now(),
  },
  (table) => [index().on(table.organizationId), index().on(table.email)],
)
