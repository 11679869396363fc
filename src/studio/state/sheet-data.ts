import { create } from 'zustand'
import { decodeSheet, type IndexedSheet } from '@/core/sheet/binary'
import { contentUrl } from './api'

/** Linework and catch index of sheets by their content hash, fetched when an underlay first needs them. */
export const useSheetData = create<{ byHash: ReadonlyMap<string, IndexedSheet> }>(() => ({ byHash: new Map() }))

const asked = new Set<string>()

export function needSheetData(hash: string): void {
  if (asked.has(hash)) return
  asked.add(hash)
  fetch(contentUrl(hash))
    .then(async (response) => {
      if (!response.ok) throw new Error(String(response.status))
      const sheet = decodeSheet(await response.arrayBuffer())
      useSheetData.setState(({ byHash }) => ({ byHash: new Map(byHash).set(hash, sheet) }))
    })
    // Asked again with the next need, when the server may be back.
    .catch(() => asked.delete(hash))
}
