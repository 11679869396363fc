import { decodeSheet, type IndexedSheet } from '@/core/sheet/binary'

/** Fetches the lines of a sheet. @param url where they are had; browsers keep them. @throws Error with a sentence */
export async function fetchSheet(url: string): Promise<IndexedSheet> {
  const response = await fetch(url)
  if (!response.ok) throw new Error('The lines of this sheet could not be fetched. Try again.')
  return decodeSheet(await response.arrayBuffer())
}
