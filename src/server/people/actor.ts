import { and, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm'
import type { Actor } from '@/core/people/rights'
import { database, seeing } from '../database/client'
import { apiTokens, linkVisits, shareLinks } from '../database/sharing'
import { Problem } from '../problem'
import { addressOf } from './address'
import { auth } from './auth'
import { countTry } from './limits'
import { hashOfSecret } from './secret'
import { isSignInOn } from './sign-in-settings'

/** What programs say who they are by: `Authorization: Bearer calque_…` */
export const TOKEN_PREFIX = 'calque_'

/** The cookie of a browser in which links were opened: a secret for each visit, parted by dots. */
export const VISIT_COOKIE = 'calque.visit'
export const MOST_VISITS = 10
const VISITS = /(?:^|;\s*)calque\.visit=([\w.-]+)/

/** Who asks, and as whom they may ask as well. */
export interface Asking {
  readonly actor: Actor
  /** Where somebody opened links, also of projects in which they have no part: as whom these let them in. */
  readonly visits: readonly Actor[]
}

/**
 * Who asks. A token goes before a session, a session before links that were opened in the same browser.
 * @throws Problem 401 where a token is none, or none any more
 */
export async function whoAsks(headers: Headers): Promise<Asking> {
  if (!isSignInOn()) return { actor: { kind: 'local' }, visits: [] }
  const bearer = headers.get('authorization')?.match(/^Bearer +(\S+)$/i)?.[1]
  if (bearer !== undefined) return { actor: await ofToken(bearer, headers), visits: [] }
  const [person, visits] = await Promise.all([ofSession(headers), visitsOf(headers)])
  return { actor: person ?? visits[0] ?? { kind: 'nobody' }, visits }
}

async function ofSession(headers: Headers): Promise<Actor | null> {
  if (!headers.get('cookie')?.includes('calque.session_token')) return null
  const found = await auth().api.getSession({ headers })
  if (!found) return null
  const { id, name, email, administrator } = found.user
  return { kind: 'person', id, name, email, administrator: administrator === true }
}

/** How exactly it is told when a token was used last. */
const USED_EVERY_MS = 60_000

async function ofToken(secret: string, headers: Headers): Promise<Actor> {
  const [found] = secret.startsWith(TOKEN_PREFIX)
    ? await database()
        .select()
        .from(apiTokens)
        .where(
          and(
            eq(apiTokens.hash, hashOfSecret(secret)),
            or(isNull(apiTokens.expiresAt), gt(apiTokens.expiresAt, sql`now()`)),
          ),
        )
    : []
  if (!found) {
    await countTry('unknown-secret', addressOf(headers))
    throw new Problem(401, 'no-such-token', 'The token is none, or none any more. Make a new one in Calque.')
  }
  const { id, name, scope, userId, projectId, usedAt } = found
  // A meter that sends often is not written down each time.
  if (usedAt === null || Date.now() - usedAt.getTime() > USED_EVERY_MS)
    await database().update(apiTokens).set({ usedAt: sql`now()` }).where(eq(apiTokens.id, id))
  return { kind: 'token', id, name, scope, personId: userId, projectId }
}

type Visitor = Extract<Actor, { kind: 'visitor' }>

/** Links that were opened in this browser, as long as neither their time nor that of the visit is over. */
async function visitsOf(headers: Headers): Promise<Visitor[]> {
  const secrets = visitSecrets(headers).slice(0, MOST_VISITS)
  if (secrets.length === 0) return []
  const rows = await seeing('all', () =>
    database()
      .select({
        visit: linkVisits.hash,
        id: shareLinks.id,
        projectId: shareLinks.projectId,
        may: shareLinks.may,
        name: linkVisits.name,
      })
      .from(linkVisits)
      .innerJoin(shareLinks, eq(shareLinks.id, linkVisits.linkId))
      .where(
        and(
          inArray(linkVisits.hash, secrets.map(hashOfSecret)),
          gt(linkVisits.expiresAt, sql`now()`),
          or(isNull(shareLinks.expiresAt), gt(shareLinks.expiresAt, sql`now()`)),
        ),
      ),
  )
  return rows.map(({ visit, id, projectId, may, name }) => ({
    kind: 'visitor',
    visitId: visit.slice(0, 16),
    linkId: id,
    projectId,
    may,
    name,
  }))
}

/** The secrets of visits that a browser holds, latest first. */
export const visitSecrets = (headers: Headers): string[] => headers.get('cookie')?.match(VISITS)?.[1]?.split('.') ?? []
