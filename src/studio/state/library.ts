import { useQuery, useQueryClient } from '@tanstack/react-query'
import { itemOf, type LibraryItem, type LibraryStanding, recordOf, standingOf, taking } from '@/core/library/item'
import { type LibraryRecord, libraryKindOf } from '@/core/library/registry'
import { put } from './edits'
import { type KeepingWish, libraryApi } from './library-api'
import { tell } from './notices'
import { useProject } from './project'

/** By which the queries of the library are known. */
export const LIBRARY = ['library']

/** What the library holds; nothing for who may not change the project, and until it is known. */
export function useLibrary(): readonly LibraryItem[] {
  const may = useProject((project) => project.may.has('edit'))
  return useQuery({ queryKey: LIBRARY, queryFn: () => libraryApi.items(), enabled: may }).data ?? []
}

/** Asks for the library anew, wherever it shows. */
export function useRenewLibrary(): () => void {
  const client = useQueryClient()
  return () => void client.invalidateQueries({ queryKey: LIBRARY })
}

/** The item of a record of the project, and how the two stand; null where it has none. */
export function useItemOf(record: LibraryRecord): { item: LibraryItem; standing: LibraryStanding } | null {
  const item = itemOf(record, useLibrary())
  return item && { item, standing: standingOf(record, item) }
}

/** Takes an item into the project, and what follows from it, as one change. */
export function takeItem(item: LibraryItem): void {
  try {
    put(`Take ${item.name} from the library`, ...taking(item, useProject.getState().records))
  } catch (error) {
    tell((error as Error).message)
  }
}

/** Keeps a record of the project in the library; from then on the project knows of which version it is. */
export async function keepRecord(record: LibraryRecord, wish: KeepingWish): Promise<void> {
  const name = libraryKindOf(record).nameOf(record)
  try {
    const item = await libraryApi.keep(record, wish)
    const now = useProject.getState().records.get(record.id)
    // What was changed or removed meanwhile stays so.
    if (now?.kind === record.kind) put(`Keep ${name} in the library`, { ...now, library: recordOf(item).library })
    tell(`${name} is in the library, for every project: version ${item.version}.`)
  } catch (error) {
    tell((error as Error).message)
  }
}

/** Takes an item out of the library; a word in the notice puts it back. */
export async function takeOut(item: LibraryItem, renew: () => void): Promise<void> {
  try {
    await libraryApi.remove(item)
    tell(`${item.name} is out of the library. Projects that have it keep it.`, {
      word: 'Put back',
      act: () => void putBack(item, renew),
    })
    renew()
  } catch (error) {
    tell((error as Error).message)
  }
}

/** Makes what an item was the last version once more. */
export async function putBack(item: LibraryItem, renew: () => void): Promise<void> {
  try {
    const { version } = await libraryApi.keep(recordOf(item), { shelf: item.shelf })
    tell(`${item.name} is in the library again, as version ${version}.`)
    renew()
  } catch (error) {
    tell((error as Error).message)
  }
}
