import type { Transaction } from '../database/client'

/** A content by its name and length. */
export interface ContentName {
  /** SHA-256, in hexadecimal. */
  readonly hash: string
  readonly size: number
}

/** What is to be stored. */
export interface ContentBytes extends ContentName {
  readonly mediaType: string
  /** Its bytes from the beginning, as often as they are asked for. */
  read(): AsyncIterable<Uint8Array> | Iterable<Uint8Array>
}

/** Where the bytes of contents lie. What they are called, how long they are and who holds them the database knows. */
export interface ContentStore {
  /**
   * Stores some; those that are there already are written anew.
   * @param tx the transaction in which they are referred to; null before it, for stores that are elsewhere
   */
  put(all: readonly ContentBytes[], tx: Transaction | null): Promise<void>
  /**
   * The bytes from `from` up to and without `to`. @throws ContentLost where they are not there
   * @param tx for who asks within a transaction
   */
  range(hash: string, from: number, to: number, tx?: Transaction): AsyncIterable<Uint8Array>
  /** Whether a content of that length is there. */
  has(content: ContentName): Promise<boolean>
  /** Removes what is there of some. */
  delete(hashes: readonly string[]): Promise<void>
  /** What a store has that lies outside of the database, and so outside of its transactions. */
  readonly elsewhere?: Elsewhere
  /** An address at which a browser gets the bytes itself, for a short time; null where there is none. */
  addressOf?(hash: string, as: { readonly mediaType: string; readonly isAttachment: boolean }): Promise<string | null>
}

/** A store that knows nothing of transactions: it may be away, and what broke off may lie in it unnamed. */
export interface Elsewhere {
  /** @throws where it can't be reached */
  reach(): Promise<void>
  /** All that it holds, a page at a time. */
  list(): AsyncGenerator<readonly { readonly hash: string; readonly changedAt: Date }[]>
}

/** The bytes of a content, or some of them, are not where they should be. */
export class ContentLost extends Error {}
