import { apply } from '@/core/geometry/affine'
import { corners } from '@/core/geometry/box'
import { placementMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { SheetView } from '../../api'
import { seenOfSheet } from '../../sheets/seen'
import { covers, type SheetPicture, type SheetPictures } from '../../sheets/sheet-pictures'
import { palette } from '../palette'
import { toScreen, type View } from '../view'

/** A sheet as printed: its quick picture, the sharp one over it, and its edge. */
export function paintSheet(
  canvas: CanvasRenderingContext2D,
  view: View,
  underlay: Underlay,
  { widthPt, heightPt }: SheetView,
  pictures: SheetPictures | undefined,
  picked: boolean,
): void {
  const map = placementMap(underlay.placement)
  const edge = corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }).map((p) => toScreen(view, apply(map, p)))
  const outline = () => {
    canvas.beginPath()
    for (const { x, y } of edge) canvas.lineTo(x, y)
    canvas.closePath()
  }
  canvas.save()
  canvas.globalAlpha = underlay.tone
  canvas.fillStyle = '#ffffff'
  outline()
  canvas.fill()
  const { whole = null, sharp = null } = pictures ?? {}
  const shown = seenOfSheet(view, underlay, { widthPt, heightPt })
  if (whole && !(sharp && shown && covers(sharp, shown))) paintPicture(canvas, view, underlay, whole)
  if (sharp) paintPicture(canvas, view, underlay, sharp)
  canvas.restore()
  canvas.strokeStyle = picked ? palette.red : palette.line
  canvas.lineWidth = picked ? 2 : 1
  outline()
  canvas.stroke()
}

function paintPicture(
  canvas: CanvasRenderingContext2D,
  view: View,
  { placement }: Underlay,
  { bitmap, region }: SheetPicture,
): void {
  const map = placementMap(placement)
  // The canvas is told where the picture's own corner falls, worked out here in double precision.
  const corner = toScreen(view, apply(map, { x: region.minX, y: region.maxY }))
  const pxPerPt = view.pxPerMm * placement.mmPerPt
  const scaleX = ((region.maxX - region.minX) * pxPerPt) / bitmap.width
  const scaleY = ((region.maxY - region.minY) * pxPerPt) / bitmap.height
  const cos = Math.cos(placement.turnRad)
  const sin = Math.sin(placement.turnRad)
  canvas.save()
  canvas.transform(cos * scaleX, -sin * scaleX, sin * scaleY, cos * scaleY, corner.x, corner.y)
  // Shrinking well costs a copy in several sizes; a picture drawn for this view needs none.
  canvas.imageSmoothingQuality = scaleX < 0.8 ? 'high' : 'low'
  canvas.drawImage(bitmap, 0, 0)
  canvas.restore()
}
