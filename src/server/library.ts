import { asc, eq, sql } from 'drizzle-orm'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import type { LibrarySymbol } from '@/core/project/views'
import { database } from './database/client'
import { librarySymbols } from './database/schema'
import { notFound } from './problem'

/** Every symbol of the library, by name. */
export async function listLibrary(): Promise<LibrarySymbol[]> {
  return database()
    .select({ id: librarySymbols.id, symbol: librarySymbols.symbol })
    .from(librarySymbols)
    .orderBy(asc(sql`${librarySymbols.symbol}->>'name'`))
}

/** Keeps a symbol in the library; the same id once more takes the place of what was there. */
export async function keepInLibrary(symbol: SymbolRecord): Promise<LibrarySymbol> {
  await database()
    .insert(librarySymbols)
    .values({ id: symbol.id, symbol })
    .onConflictDoUpdate({ target: librarySymbols.id, set: { symbol } })
  return { id: symbol.id, symbol }
}

export async function removeFromLibrary(id: string): Promise<void> {
  const gone = await database()
    .delete(librarySymbols)
    .where(eq(librarySymbols.id, id))
    .returning({ id: librarySymbols.id })
  if (gone.length === 0) throw notFound('The symbol')
}
