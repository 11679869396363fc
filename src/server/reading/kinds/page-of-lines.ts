import { createCanvas } from '@napi-rs/canvas'
import type { Point } from '@/core/geometry/vector'
import type { Linework } from '@/core/sheet/linework'
import type { StatedMeasure } from '@/core/sheet/measures'
import { type Canvas2D, paintLinework } from '@/core/sheet/paint'
import type { Solids } from '@/core/sheet/solids'
import { packPicture, rasterOf } from '../pack-picture'
import { PICTURE_PX, type SheetPage } from '../sheet-file'

/** What a page that is only lines is made of. */
interface Lines {
  readonly widthPt: number
  readonly heightPt: number
  readonly zeroPt: Point
  readonly measures: readonly StatedMeasure[]
  linework(): Linework
  /** Where it is a storey of a building model. */
  solids?(): Solids | null
  readonly elevationMm?: number
}

/** A page that is drawn from its lines alone, which are worked out when they are first asked for. */
export function pageOfLines(
  number: number,
  { widthPt, heightPt, zeroPt, measures, linework, solids, elevationMm }: Lines,
): SheetPage {
  let read: Linework | null = null
  const lines = () => (read ??= linework())
  return {
    number,
    widthPt,
    heightPt,
    rotation: 0,
    resolution: null,
    zeroPt,
    elevationMm,
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
    ...(solids && { solids: async () => solids() }),
    print: async () => ({ pdf: null, tiles: [] }),
  }
}
