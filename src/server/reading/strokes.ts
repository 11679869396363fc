import type { Linework } from '@/core/sheet/linework'
import { SourceError } from '@/core/sheet/problem'
import { tracedLinework } from '@/core/sheet/scan/to-linework'
import { readingPxPerPt } from './propose-page'
import type { SheetPage } from './sheet-file'

/** The strokes of a page that is a picture, traced as lines and arcs. @throws SourceError for a page without a picture */
export async function strokesOf(page: SheetPage): Promise<Linework> {
  const greys = await page.greys(Math.max(page.widthPt, page.heightPt) * readingPxPerPt(page))
  if (!greys) throw new SourceError('page-broken')
  return tracedLinework(greys, page)
}
