import { useEffect } from 'react'
import { type Box, intersect } from '@/core/geometry/box'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { View } from '@/studio/kernel/view'
import type { SheetView } from '@/studio/state/api'
import { useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useProject } from '@/studio/state/project'
import { needSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { type DrawnFrom, drawnFrom } from './drawn-from'
import { pxPerPtOf, seenOfSheet } from './seen'
import { covers, drawSharp, needWholePicture, useSheetPictures } from './sheet-pictures'
import { needTiles } from './tiles'

/** The view rests this long before the sheet is drawn anew. */
const REST_MS = 120

/** How much more than what shows is drawn, so that a small pan needs nothing new. */
const MARGIN = 0.3

/** What of the bench changes which sheets show. */
const SEEN_BY = ['solo', 'tool', 'levelId', 'ghostBelow'] as const

/** Keeps the pictures and linework of all underlays at hand, sharp where the view rests. */
export function useSheets(): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const fetchNeeded = () => {
      const { records, sources } = useProject.getState()
      for (const underlay of underlaysOf(records)) {
        const found = sheetOf(sources, underlay.sheetId)
        if (!found) continue
        needWholePicture(underlay.id, drawnFrom(underlay, found.source, found.sheet), found.sheet)
        if (found.sheet.lineworkHash) needSheetData(found.sheet.lineworkHash)
      }
      clearTimeout(timer)
      timer = setTimeout(sharpen, REST_MS)
    }
    const stops = [
      useProject.subscribe(fetchNeeded),
      useView.subscribe(fetchNeeded),
      useBench.subscribe((now, before) => {
        if (SEEN_BY.some((key) => now[key] !== before[key])) fetchNeeded()
      }),
    ]
    fetchNeeded()
    return () => {
      clearTimeout(timer)
      for (const stop of stops) stop()
    }
  }, [])
}

function sharpen(): void {
  const { sources } = useProject.getState()
  const view = useView.getState()
  for (const underlay of underlaysInSight()) {
    const found = sheetOf(sources, underlay.sheetId)
    if (!found || !underlay.visible) continue
    const wanted = wantedPicture(view, underlay, found.sheet)
    if (!wanted) continue
    const from = drawnFrom(underlay, found.source, found.sheet)
    for (const tiles of from.tiles) needTiles(tiles, wanted.seen, wanted.pxPerPt, from.tint)
    if (!isGoodEnough(underlay.id, from, wanted)) void drawSharp(underlay.id, from, wanted.region, wanted.pxPerPt)
  }
}

interface Wanted {
  /** What shows of the sheet. */
  seen: Box
  region: Box
  pxPerPt: number
}

function wantedPicture(view: View, underlay: Underlay, { widthPt, heightPt }: SheetView): Wanted | null {
  const seen = seenOfSheet(view, underlay, { widthPt, heightPt })
  if (!seen) return null
  const marginX = (seen.maxX - seen.minX) * MARGIN
  const marginY = (seen.maxY - seen.minY) * MARGIN
  const around = {
    minX: seen.minX - marginX,
    minY: seen.minY - marginY,
    maxX: seen.maxX + marginX,
    maxY: seen.maxY + marginY,
  }
  const pxPerPt = pxPerPtOf(view, underlay, { widthPt, heightPt })
  return { seen, region: intersect(around, { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }), pxPerPt }
}

function isGoodEnough(underlayId: string, { key }: DrawnFrom, { seen, pxPerPt }: Wanted): boolean {
  const pictures = useSheetPictures.getState().byUnderlay.get(underlayId)
  return [pictures?.whole, pictures?.sharp].some((picture) => {
    if (!picture || picture.key !== key || picture.pxPerPt < pxPerPt * 0.95) return false
    // A picture larger than it shows shimmers when shrunk, and shrinking it costs time in every frame.
    return picture.pxPerPt <= pxPerPt * 1.3 && covers(picture, seen)
  })
}
