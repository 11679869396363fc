import { kindOf } from '@/core/sheet/kinds'
import { SourceError } from '@/core/sheet/problem'
import { OPENERS } from './kinds/registry'
import type { OpenOptions, SheetFile } from './sheet-file'

/**
 * Opens a file of any kind that can become a sheet.
 * @param bytes the whole file; taken over, not to be used afterwards
 * @throws SourceError
 */
export async function openSource(bytes: Uint8Array, options: OpenOptions = {}): Promise<SheetFile> {
  const found = kindOf(bytes)
  if (!found) throw new SourceError('unknown-kind')
  const open = await OPENERS[found.kind]()
  try {
    return await open(bytes, options)
  } catch (error) {
    // Whatever a damaged file makes a reader stumble over is the file's fault.
    throw error instanceof SourceError ? error : new SourceError('broken', error)
  }
}
