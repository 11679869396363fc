import type { ProjectRecord } from '../model/registry'
import type { LibraryKindOf } from './kind'
import { openingTypeKind } from './kinds/opening-type'
import { priceBookKind } from './kinds/price-book'
import { sectionKind } from './kinds/section'
import { symbolKind } from './kinds/symbol'
import { wallTypeKind } from './kinds/wall-type'

/** What a library keeps; another kind is a file beside these and a line here. */
const KINDS = {
  symbol: symbolKind,
  'wall-type': wallTypeKind,
  'opening-type': openingTypeKind,
  section: sectionKind,
  'price-book': priceBookKind,
} as const

export type LibraryKindName = keyof typeof KINDS

/** A record that a library can keep. */
export type LibraryRecord = Extract<ProjectRecord, { kind: LibraryKindName }>

export const LIBRARY_KINDS = Object.keys(KINDS) as readonly LibraryKindName[]

export const isLibraryRecord = (record: { readonly kind: string } | null | undefined): record is LibraryRecord =>
  record != null && Object.hasOwn(KINDS, record.kind)

/** How a record's kind is kept. A kind knows its own records alone; here they are of any kind. */
export const libraryKindOf = ({ kind }: Pick<LibraryRecord, 'kind'>): LibraryKindOf<LibraryRecord> =>
  KINDS[kind] as unknown as LibraryKindOf<LibraryRecord>
