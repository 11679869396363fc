import type { SymbolRecord } from '../../model/symbol/schema'
import { type LibraryKindOf, NOTHING_FOLLOWS } from '../kind'

/** Drawings that are placed again and again. */
export const symbolKind: LibraryKindOf<SymbolRecord> = {
  kind: 'symbol',
  words: ['symbol', 'symbols'],
  nameOf: ({ name }) => name,
  factsOf: ({ shapes, solid }) =>
    `${shapes.length === 1 ? '1 line' : `${shapes.length} lines`}${solid ? ', with its solid' : ''}`,
  following: () => NOTHING_FOLLOWS,
}
