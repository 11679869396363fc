import type { LibraryItem, LibraryVersion, Shelf } from '@/core/library/item'
import type { LibraryRecord } from '@/core/library/registry'
import { call, send } from './api'

const at = (id: string, query: Record<string, string>) => `/api/library/${id}?${new URLSearchParams(query)}`

/** What is kept beside all projects, over HTTP. */
export const libraryApi = {
  items: (removed = false) => call<LibraryItem[]>(`/api/library?kind=all${removed ? '&removed=true' : ''}`),
  /** @param version which one is told whole; the last one where it is left out */
  item: ({ id, shelf }: Pick<LibraryItem, 'id' | 'shelf'>, version?: number) =>
    call<LibraryItem & { readonly versions: readonly LibraryVersion[] }>(
      at(id, { shelf, ...(version !== undefined && { version: String(version) }) }),
    ),
  /** @param after the version that is known to be the last one: a later one is not passed over */
  keep: (record: LibraryRecord, { shelf, after }: KeepingWish) =>
    call<LibraryItem>(
      `/api/library?${new URLSearchParams({
        shelf,
        ...(after !== undefined && { after: String(after) }),
      })}`,
      send('POST', record),
    ),
  remove: ({ id, shelf }: Pick<LibraryItem, 'id' | 'shelf'>) => call<void>(at(id, { shelf }), send('DELETE')),
}

export interface KeepingWish {
  readonly shelf: Shelf
  readonly after?: number
}
