import { createCanvas } from '@napi-rs/canvas'
import { readDxf } from '@/core/formats/dxf/read/read'
import { paintLinework } from '@/core/sheet/paint'
import { SourceError } from '@/core/sheet/problem'
import { packPicture, rasterOf } from '../pack-picture'
import { type Opener, PICTURE_PX, type SheetFile, type SheetPage } from '../sheet-file'

/** A drawing without paper: it is drawn from its lines alone. */
export const openDxf: Opener = async (bytes) => {
  const { linework, zeroPt } = readDxf(bytes)
  const { widthPt, heightPt } = linework
  const page: SheetPage = {
    number: 1,
    widthPt,
    heightPt,
    rotation: 0,
    resolution: null,
    zeroPt,
    linework: async () => linework,
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
  return {
    pageCount: 1,
    producer: '',
    names: async () => [null],
    page: async (number) => {
      if (number !== 1) throw new SourceError('no-such-page')
      return page
    },
    close: async () => undefined,
  } satisfies SheetFile
}
