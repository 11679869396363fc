import { type Remote, wrap } from 'comlink'
import { create } from 'zustand'
import type { Box } from '@/core/geometry/box'
import type { SheetRenderer } from '@/workers/sheet-renderer'
import { contentUrl, type SheetView, type SourceView } from '../api'

/** A picture of a part of a sheet. */
export interface SheetPicture {
  readonly bitmap: ImageBitmap
  /** What it shows, in points. */
  readonly region: Box
  readonly pxPerPt: number
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

let renderer: Remote<SheetRenderer> | null = null

function theRenderer(): Remote<SheetRenderer> {
  renderer ??= wrap<SheetRenderer>(
    new Worker(new URL('../../workers/sheet-renderer.ts', import.meta.url), { type: 'module' }),
  )
  return renderer
}

const asked = new Set<string>()

/** Fetches the quick picture of a whole sheet. */
export function needWholePicture(underlayId: string, { pictureHash, widthPt, heightPt }: SheetView): void {
  if (!pictureHash || asked.has(underlayId)) return
  asked.add(underlayId)
  fetch(contentUrl(pictureHash))
    .then(async (response) => createImageBitmap(await response.blob()))
    .then((bitmap) => {
      const region = { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }
      update(underlayId, { whole: { bitmap, region, pxPerPt: bitmap.width / widthPt } })
    })
    .catch(() => asked.delete(underlayId))
}

/** Asks for a sharp picture of a part of a sheet; the one there stays until it comes. */
export async function drawSharp(
  underlayId: string,
  source: SourceView,
  sheet: SheetView,
  region: Box,
  pxPerPt: number,
): Promise<void> {
  update(underlayId, { drawing: true })
  try {
    const { contentHash, password } = source
    const bitmap = await theRenderer().draw({
      purpose: underlayId,
      contentHash,
      password,
      page: sheet.number,
      region,
      pxPerPt,
    })
    if (!bitmap) return
    useSheetPictures.getState().byUnderlay.get(underlayId)?.sharp?.bitmap.close()
    update(underlayId, { sharp: { bitmap, region, pxPerPt }, drawing: false })
  } catch (error) {
    // The quick picture stays; the sheet can still be traced.
    console.error(error)
    update(underlayId, { drawing: false })
  }
}
