import { create } from 'zustand'
import type { Box } from '@/core/geometry/box'
import { contentUrl, type SheetView } from '@/studio/state/api'
import { WorkerClient } from '@/studio/state/worker-client'
import type { DrawRequest, SheetRenderer } from '@/workers/sheet-renderer'
import type { DrawnFrom } from './drawn-from'

/** A picture of a part of a sheet. */
export interface SheetPicture {
  readonly bitmap: ImageBitmap
  /** What it shows, in points. */
  readonly region: Box
  readonly pxPerPt: number
  /** Of what it was drawn from. */
  readonly key: string
}

/** Whether a picture shows all of a part of its sheet, to half a pixel. */
export function covers({ region, pxPerPt }: SheetPicture, part: Box): boolean {
  const slack = 0.5 / pxPerPt
  return (
    region.minX <= part.minX + slack &&
    region.minY <= part.minY + slack &&
    region.maxX >= part.maxX - slack &&
    region.maxY >= part.maxY - slack
  )
}

/** The pictures of one underlay: the whole sheet quickly, and what is looked at sharply. */
export interface SheetPictures {
  readonly whole: SheetPicture | null
  readonly sharp: SheetPicture | null
  readonly drawing: boolean
}

const NONE: SheetPictures = { whole: null, sharp: null, drawing: false }

export const useSheetPictures = create<{ byUnderlay: ReadonlyMap<string, SheetPictures> }>(() => ({
  byUnderlay: new Map(),
}))

function update(underlayId: string, change: Partial<SheetPictures>): void {
  useSheetPictures.setState(({ byUnderlay }) => ({
    byUnderlay: new Map(byUnderlay).set(underlayId, { ...(byUnderlay.get(underlayId) ?? NONE), ...change }),
  }))
}

const renderer = new WorkerClient<SheetRenderer>(
  () => new Worker(new URL('../../../workers/sheet-renderer.ts', import.meta.url), { type: 'module' }),
)

/** A picture that is shown once and not kept. */
export const drawOnce = (request: DrawRequest): Promise<ImageBitmap | null> =>
  renderer.call((sheets) => sheets.draw(request))

/** Longer side of a quick picture that we draw ourselves, in pixels. */
const WHOLE_PX = 1200

/** By underlay, the key of the whole picture that was last asked for. */
const asked = new Map<string, string>()

/** Gets the quick picture of a whole sheet: the page’s own where it shows as the file does, else one drawn for it. */
export function needWholePicture(underlayId: string, from: DrawnFrom, sheet: SheetView): void {
  const { pictureHash, widthPt, heightPt } = sheet
  const { key, look, plain } = from
  if (asked.get(underlayId) === key || (plain ? !pictureHash : !look)) return
  asked.set(underlayId, key)
  const region = { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }
  const pxPerPt = WHOLE_PX / Math.max(widthPt, heightPt)
  const made = plain
    ? fetch(contentUrl(pictureHash!)).then(async (response) => createImageBitmap(await response.blob()))
    : renderer.call((sheets) =>
        sheets.draw({ purpose: `${underlayId}: whole`, look: look!, tint: from.tint, region, pxPerPt }),
      )
  made
    .then((bitmap) => {
      if (!bitmap || asked.get(underlayId) !== key) return
      useSheetPictures.getState().byUnderlay.get(underlayId)?.whole?.bitmap.close()
      update(underlayId, { whole: { bitmap, region, pxPerPt: bitmap.width / widthPt, key } })
    })
    .catch(() => asked.delete(underlayId))
}

/** Asks for a sharp picture of a part of a sheet; the one there stays until it comes. */
export async function drawSharp(underlayId: string, from: DrawnFrom, region: Box, pxPerPt: number): Promise<void> {
  const { look, tint, key } = from
  if (!look) return
  update(underlayId, { drawing: true })
  try {
    const bitmap = await renderer.call((sheets) => sheets.draw({ purpose: underlayId, look, tint, region, pxPerPt }))
    if (!bitmap) return
    useSheetPictures.getState().byUnderlay.get(underlayId)?.sharp?.bitmap.close()
    update(underlayId, { sharp: { bitmap, region, pxPerPt, key }, drawing: false })
  } catch (error) {
    // The quick picture stays; the sheet can still be traced.
    console.error(error)
    update(underlayId, { drawing: false })
  }
}
