import { createCanvas } from '@napi-rs/canvas'
import { type DxfLayout, readDxf } from '@/core/formats/dxf/read/read'
import type { Linework } from '@/core/sheet/linework'
import { type Canvas2D, paintLinework } from '@/core/sheet/paint'
import { SourceError } from '@/core/sheet/problem'
import { packPicture, rasterOf } from '../pack-picture'
import { type Opener, PICTURE_PX, type SheetFile, type SheetPage } from '../sheet-file'

/** A drawing: its model first, then each layout that shows it. Both are drawn from their lines alone. */
export const openDxf: Opener = async (bytes) => {
  const model = readDxf(bytes)
  const { layouts } = model
  const { widthPt, heightPt } = model.linework
  const pages = [
    pageOf(1, { ...model, widthPt, heightPt, measures: [], linework: () => model.linework }),
    ...layouts.map((layout, i) => pageOf(i + 2, layout)),
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

/** A page of a drawing; its lines are worked out when they are first asked for. */
function pageOf(number: number, { widthPt, heightPt, zeroPt, measures, linework }: Omit<DxfLayout, 'name'>): SheetPage {
  let read: Linework | null = null
  const lines = () => (read ??= linework())
  return {
    number,
    widthPt,
    heightPt,
    rotation: 0,
    resolution: null,
    zeroPt,
    linework: async () => lines(),
    measures: async () => measures,
    picture: async () => {
      const pxPerPt = PICTURE_PX / Math.max(widthPt, heightPt)
      const canvas = createCanvas(
        Math.max(1, Math.round(widthPt * pxPerPt)),
        Math.max(1, Math.round(heightPt * pxPerPt)),
      )
      const context = canvas.getContext('2d')
      context.fillStyle = '#ffffff'
      context.fillRect(0, 0, canvas.width, canvas.height)
      paintLinework(context as unknown as Canvas2D, lines(), {
        region: { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt },
        pxPerPt,
      })
      return { packed: packPicture(rasterOf(canvas)) }
    },
    greys: async () => null,
    print: async () => ({ pdf: null, tiles: [] }),
  }
}
