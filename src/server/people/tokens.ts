import { and, desc, eq } from 'drizzle-orm'
import type { Actor, TokenScope } from '@/core/people/rights'
import type { ApiToken } from '@/core/people/views'
import { database } from '../database/client'
import { apiTokens } from '../database/sharing'
import { notFound } from '../problem'
import { TOKEN_PREFIX } from './actor'
import { hashOfSecret, newSecret } from './secret'
import { personOf } from './standing'

/** What programs sign in by: a token of a person reaches as far as they do, one of a project only that. */

/** Whose tokens: of a person, or of a project. */
export type TokensOf = { readonly userId: string } | { readonly projectId: string }

const of = (whose: TokensOf) =>
  'userId' in whose ? eq(apiTokens.userId, whose.userId) : eq(apiTokens.projectId, whose.projectId)

export async function listTokens(whose: TokensOf): Promise<ApiToken[]> {
  const rows = await database().select().from(apiTokens).where(of(whose)).orderBy(desc(apiTokens.createdAt))
  return rows.map(({ id, name, scope, expiresAt, createdAt, usedAt }) => ({
    id,
    name,
    scope,
    expiresAt: expiresAt?.toISOString() ?? null,
    createdAt: createdAt.toISOString(),
    usedAt: usedAt?.toISOString() ?? null,
  }))
}

export interface TokenWish {
  readonly name: string
  readonly scope: TokenScope
  readonly days?: number | null | undefined
}

/** Makes a token. @returns it, which is told only now */
export async function makeToken(
  whose: TokensOf,
  { name, scope, days }: TokenWish,
  by: Actor,
): Promise<{ id: string; token: string }> {
  const token = newSecret(TOKEN_PREFIX)
  const id = crypto.randomUUID()
  await database()
    .insert(apiTokens)
    .values({
      id,
      hash: hashOfSecret(token),
      name,
      scope,
      ...whose,
      authorId: personOf(by),
      expiresAt: days ? new Date(Date.now() + days * 86_400_000) : null,
    })
  return { id, token }
}

export async function endToken(whose: TokensOf, id: string): Promise<void> {
  const gone = await database()
    .delete(apiTokens)
    .where(and(of(whose), eq(apiTokens.id, id)))
    .returning()
  if (gone.length === 0) throw notFound('The token')
}
