import { and, asc, eq, sql } from 'drizzle-orm'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import type { Actor } from '@/core/people/rights'
import type { LibrarySymbol } from '@/core/project/views'
import { database } from './database/client'
import { librarySymbols } from './database/schema'
import { organisationFor, organisationOf } from './people/organisations'
import { notFound } from './problem'

/** Every symbol of the library of somebody's organisation, by name; a guest has none. */
export async function listLibrary(by: Actor): Promise<LibrarySymbol[]> {
  const organizationId = await organisationOf(by)
  if (organizationId === null) return []
  return database()
    .select({ id: librarySymbols.id, symbol: librarySymbols.symbol })
    .from(librarySymbols)
    .where(eq(librarySymbols.organizationId, organizationId))
    .orderBy(asc(sql`${librarySymbols.symbol}->>'name'`))
}

/** Keeps a symbol in the library; the same id once more takes the place of what was there. */
export async function keepInLibrary(symbol: SymbolRecord, by: Actor): Promise<LibrarySymbol> {
  await database()
    .insert(librarySymbols)
    .values({ id: symbol.id, symbol, organizationId: await organisationFor(by) })
    .onConflictDoUpdate({ target: [librarySymbols.organizationId, librarySymbols.id], set: { symbol } })
  return { id: symbol.id, symbol }
}

export async function removeFromLibrary(id: string, by: Actor): Promise<void> {
  const gone = await database()
    .delete(librarySymbols)
    .where(and(eq(librarySymbols.id, id), eq(librarySymbols.organizationId, await organisationFor(by))))
    .returning({ id: librarySymbols.id })
  if (gone.length === 0) throw notFound('The symbol')
}
