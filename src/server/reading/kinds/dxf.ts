import { readDxf } from '@/core/formats/dxf/read/read'
import { isBundle } from '@/core/sheet/kinds'
import { SourceError } from '@/core/sheet/problem'
import type { Opener, SheetFile } from '../sheet-file'
import { openBundle, withoutFiles } from './dxf-pages'
import { pageOfLines } from './page-of-lines'

/**
 * A drawing, alone or as a ZIP with the files that it shows: its model first, then each layout that shows it. All are
 * drawn from their lines alone.
 */
export const openDxf: Opener = async (bytes) => {
  const { drawing, pages } = isBundle(bytes) ? await openBundle(bytes) : withoutFiles(bytes)
  const model = readDxf(drawing, pages)
  const { layouts } = model
  const { widthPt, heightPt } = model.linework
  const all = [
    pageOfLines(1, { ...model, widthPt, heightPt, measures: [], linework: () => model.linework }),
    ...layouts.map((layout, i) => pageOfLines(i + 2, layout)),
  ]
  return {
    pageCount: all.length,
    producer: '',
    names: async () => [layouts.length > 0 ? 'Model' : null, ...layouts.map(({ name }) => name || null)],
    page: async (number) => {
      const page = all[number - 1]
      if (!page) throw new SourceError('no-such-page')
      return page
    },
    close: async () => undefined,
  } satisfies SheetFile
}
