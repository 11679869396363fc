import type { PdfFile } from '@/core/sheet/pdf/open'
import { SourceError } from '@/core/sheet/pdf/problem'
import { openPdf, PDF_ASSETS } from './pdf-runtime'

/** How far into a file its mark may stand: readers accept 1024 bytes of anything before it (ISO 32000-1, annex H). */
const MARK_WITHIN = 1024

/**
 * Opens a file of any kind that can become a sheet.
 * @param bytes the whole file; taken over, not to be used afterwards
 * @throws SourceError
 */
export async function openSource(bytes: Uint8Array, password?: string): Promise<PdfFile> {
  if (bytes.length === 0 || !new TextDecoder('latin1').decode(bytes.subarray(0, MARK_WITHIN)).includes('%PDF-'))
    throw new SourceError('not-a-pdf')
  return openPdf(bytes, { assets: PDF_ASSETS, password })
}
