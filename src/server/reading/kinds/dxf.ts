import { createCanvas } from '@napi-rs/canvas'
import type { StatedMeasure } from '@/core/fit/measures'
import { type DxfSheet, readDxf } from '@/core/formats/dxf/read/read'
import { paintLinework } from '@/core/sheet/paint'
import { SourceError } from '@/core/sheet/problem'
import { packPicture, rasterOf } from '../pack-picture'
import { type Opener, PICTURE_PX, type SheetFile, type SheetPage } from '../sheet-file'

/** A drawing: its model first, then each layout that shows it. Both are drawn from their lines alone. */
export const openDxf: Opener = async (bytes) => {
  const model = readDxf(bytes)
  const { layouts } = model
  const pages: (() => SheetPage)[] = [
    () => pageOf(1, model, []),
    ...layouts.map((layout, i) => () => {
      const read = layout.read()
      return pageOf(i + 2, read, read.measures)
    }),
  ]
  return {
    pageCount: pages.length,
    producer: '',
    names: async () => [layouts.length > 0 ? 'Model' : null, ...layouts.map(({ name }) => name || null)],
    page: async (number) => {
      const page = pages[number - 1]
      if (!page) throw new SourceError('no-such-page')
      return page()
    },
    close: async () => undefined,
  } satisfies SheetFile
}

function pageOf(
  number: number,
  { linework, zeroPt }: Pick<DxfSheet, 'linework' | 'zeroPt'>,
  measures: readonly StatedMeasure[],
): SheetPage {
  const { widthPt, heightPt } = linework
  return {
    number,
    widthPt,
    heightPt,
    rotation: 0,
    resolution: null,
    zeroPt,
    linework: async () => linework,
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
      paintLinework(context as unknown as CanvasRenderingContext2D, linework, {
        region: { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt },
        pxPerPt,
      })
      return { packed: packPicture(rasterOf(canvas)) }
    },
    greys: async () => null,
    print: async () => ({ pdf: null, tiles: [] }),
  }
}
