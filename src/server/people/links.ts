import { and, desc, eq, gt, isNull, or, sql } from 'drizzle-orm'
import type { Actor, LinkRight } from '@/core/people/rights'
import type { ShareLink } from '@/core/people/views'
import { database, seeing } from '../database/client'
import { projects } from '../database/schema'
import { linkVisits, shareLinks } from '../database/sharing'
import { notFound, Problem } from '../problem'
import { auth } from './auth'
import { countTry, forgetTries } from './limits'
import { hashOfSecret, newSecret } from './secret'
import { personOf } from './standing'

/** Addresses that open a project without an account. */

export async function listLinks(projectId: string): Promise<ShareLink[]> {
  const rows = await database()
    .select()
    .from(shareLinks)
    .where(eq(shareLinks.projectId, projectId))
    .orderBy(desc(shareLinks.createdAt))
  return rows.map(({ id, name, may, password, expiresAt, createdAt, usedAt }) => ({
    id,
    name,
    may,
    hasPassword: password !== null,
    expiresAt: expiresAt?.toISOString() ?? null,
    createdAt: createdAt.toISOString(),
    usedAt: usedAt?.toISOString() ?? null,
  }))
}

export interface LinkWish {
  readonly name: string
  readonly may: readonly LinkRight[]
  readonly password?: string | null | undefined
  /** ISO 8601. */
  readonly expiresAt?: string | null | undefined
}

/** Makes a link. @returns its address, which is told only now */
export async function makeLink(
  projectId: string,
  { name, may, password, expiresAt: until }: LinkWish,
  by: Actor,
  origin: string,
): Promise<{ id: string; url: string }> {
  const expiresAt = until ? new Date(until) : null
  if (expiresAt && expiresAt.getTime() <= Date.now())
    throw new Problem(422, 'over-already', 'The link would be over before it begins. Choose a later day.')
  const secret = newSecret()
  const id = crypto.randomUUID()
  const { password: passwords } = await auth().$context
  await database()
    .insert(shareLinks)
    .values({
      id,
      hash: hashOfSecret(secret),
      projectId,
      name,
      may: [...new Set(may)],
      password: password ? await passwords.hash(password) : null,
      expiresAt,
      authorId: personOf(by),
    })
  return { id, url: `${origin}/s/${secret}` }
}

/** Ends a link and all that were let in by it. */
export async function endLink(projectId: string, id: string): Promise<void> {
  const gone = await database()
    .delete(shareLinks)
    .where(and(eq(shareLinks.projectId, projectId), eq(shareLinks.id, id)))
    .returning()
  if (gone.length === 0) throw notFound('The link')
}

const live = (secret: string) =>
  and(
    eq(shareLinks.hash, hashOfSecret(secret)),
    or(isNull(shareLinks.expiresAt), gt(shareLinks.expiresAt, sql`now()`)),
    isNull(projects.deletedAt),
  )

async function found(secret: string, from: string) {
  const [row] = await seeing('all', () =>
    database()
      .select({ link: shareLinks, project: projects.name })
      .from(shareLinks)
      .innerJoin(projects, eq(projects.id, shareLinks.projectId))
      .where(live(secret)),
  )
  if (row) return row
  await countTry('unknown-secret', from)
  throw new Problem(404, 'no-such-link', 'The link is none, or none any more. Ask whoever sent it for another one.')
}

/** What a link opens; its name is told only once the password is given. @param from the address that asks */
export async function linkOf(
  secret: string,
  from: string,
): Promise<{ asksPassword: boolean; project: string | null; may: readonly LinkRight[] }> {
  const { link, project } = await found(secret, from)
  const asksPassword = link.password !== null
  return { asksPassword, project: asksPassword ? null : project, may: link.may }
}

/** Letters of a visitor's name; what says that they came by a link still fits behind it in a remark. */
const MOST_NAME = 80

/** Hours for which a browser that was let in need not open the link again. */
const VISIT_HOURS = 12

export interface Visit {
  readonly projectId: string
  /** What the browser keeps. */
  readonly secret: string
  readonly expiresAt: Date
}

/** Lets somebody in by a link. @throws Problem where it is none, or the password is wrong */
export async function openLink(
  secret: string,
  { password, name = '' }: { readonly password?: string | undefined; readonly name?: string | undefined },
  from: string,
): Promise<Visit> {
  const { link } = await found(secret, from)
  if (link.password !== null) {
    const { password: passwords } = await auth().$context
    if (!password) throw new Problem(401, 'password-needed', 'The link asks for a password.')
    await countTry('link-password', link.id)
    if (!(await passwords.verify({ hash: link.password, password })))
      throw new Problem(403, 'wrong-password', 'That is not the password of this link.')
    await forgetTries('link-password', link.id)
  }
  // Words need somebody who says them.
  if (link.may.includes('remark') && name.trim() === '')
    throw new Problem(422, 'name-needed', 'The link lets you write remarks. Say under which name.')
  const visit = newSecret()
  const hours = new Date(Date.now() + VISIT_HOURS * 3_600_000)
  const expiresAt = link.expiresAt && link.expiresAt < hours ? link.expiresAt : hours
  await database().delete(linkVisits).where(sql`expires_at < now()`)
  await database()
    .insert(linkVisits)
    .values({ hash: hashOfSecret(visit), linkId: link.id, name: name.trim().slice(0, MOST_NAME), expiresAt })
  await seeing(`project:${link.projectId}`, () =>
    database().update(shareLinks).set({ usedAt: sql`now()` }).where(eq(shareLinks.id, link.id)),
  )
  return { projectId: link.projectId, secret: visit, expiresAt }
}
