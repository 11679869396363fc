import type { Linework } from '@/core/sheet/linework'
import { openSource } from '@/server/reading/open-source'

export interface ReadSheet {
  linework: Linework
  producer: string
  rotation: number
}

/** The first page of a PDF as Calque reads it. */
export async function readSheet(pdf: Uint8Array): Promise<ReadSheet> {
  const file = await openSource(pdf.slice())
  try {
    const page = await file.page(1)
    return { linework: await page.linework(), producer: file.producer, rotation: page.rotation }
  } finally {
    await file.close()
  }
}
