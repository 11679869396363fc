import { readDxf } from '@/core/formats/dxf/read/read'
import { SourceError } from '@/core/sheet/problem'
import type { Opener, SheetFile } from '../sheet-file'
import { pageOfLines } from './page-of-lines'

/** A drawing: its model first, then each layout that shows it. Both are drawn from their lines alone. */
export const openDxf: Opener = async (bytes) => {
  const model = readDxf(bytes)
  const { layouts } = model
  const { widthPt, heightPt } = model.linework
  const pages = [
    pageOfLines(1, { ...model, widthPt, heightPt, measures: [], linework: () => model.linework }),
    ...layouts.map((layout, i) => pageOfLines(i + 2, layout)),
  ]
  return {
    pageCount: pages.length,
    producer: '',
    names: async () => [layouts.length > 0 ? 'Model' : null, ...layouts.map(({ name }) => name || null)],
    page: async (number) => {
      const page = pages[number - 1]
      if (!page) throw new SourceError('no-such-page')
      return page
    },
    close: async () => undefined,
  } satisfies SheetFile
}
