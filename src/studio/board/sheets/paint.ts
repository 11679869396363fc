import { type Affine, apply, compose } from '@/core/geometry/affine'
import { type Box, corners } from '@/core/geometry/box'
import { composeProjective, project, projectiveOf } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap, placementMap } from '@/core/model/underlay/placement'
import type { Placement, Underlay } from '@/core/model/underlay/schema'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { paintParallelogram, paintStraight } from '@/studio/painters/stroke-free'
import type { SheetView, SourceView } from '@/studio/state/api'
import { useLight } from '@/studio/state/light'
import { palette } from '@/studio/ui/palette'
import { drawnFrom } from './drawn-from'
import { pxPerPtOf, seenOfSheet } from './seen'
import { covers, type SheetPicture, type SheetPictures } from './sheet-pictures'
import { tilesAtHand } from './tiles'

/** How an underlay stands out; a bare one has no edge drawn. */
export type Standing = 'picked' | 'pointed' | 'plain' | 'bare'

/** The edge of what shows of a sheet, in its own space: its crop, or the whole of it. */
export const edgeOf = ({ crop }: Underlay, { widthPt, heightPt }: SheetView): readonly Point[] =>
  crop ?? corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt })

/** A sheet: its large images, its quick picture, the sharp one over it, all within its crop, and its edge. */
export function paintSheet(
  canvas: Canvas,
  view: View,
  underlay: Underlay,
  source: SourceView,
  sheet: SheetView,
  pictures: SheetPictures | undefined,
  standing: Standing,
): void {
  const map = boardMap(underlay.placement)
  const edge = edgeOf(underlay, sheet).map((p) => toScreen(view, project(map, p)))
  const outline = () => {
    canvas.beginPath()
    for (const { x, y } of edge) canvas.lineTo(x, y)
    canvas.closePath()
  }
  const night = useLight.getState().light === 'night'
  if (underlay.drawing !== 'frame') {
    if (night) invert(canvas, outline)
    canvas.save()
    canvas.globalAlpha = underlay.tone
    canvas.fillStyle = '#ffffff'
    if (underlay.crop || underlay.placement.bend) {
      outline()
      canvas.fill()
    } else paintParallelogram(canvas, edge)
    if (underlay.crop) canvas.clip()
    paintContent(canvas, view, underlay, source, sheet, pictures)
    canvas.restore()
    if (night) {
      invert(canvas, outline)
      blend(canvas, outline, 'lighten', palette.paper)
    }
  }
  if (standing === 'bare') return
  if (standing !== 'pointed') {
    canvas.fillStyle = standing === 'plain' ? palette.line : palette.red
    const width = standing === 'picked' ? 2 : 1
    for (const [i, from] of edge.entries()) paintStraight(canvas, from, edge[(i + 1) % edge.length]!, width)
    return
  }
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1
  canvas.setLineDash([6, 4])
  outline()
  canvas.stroke()
  canvas.setLineDash([])
}

function blend(canvas: Canvas, outline: () => void, how: GlobalCompositeOperation, color: string): void {
  canvas.save()
  canvas.globalCompositeOperation = how
  canvas.fillStyle = color
  outline()
  canvas.fill()
  canvas.restore()
}

/**
 * Turns light into dark within an outline. In the dark room that is done before a sheet is painted and once more after it:
 * what lay beneath is as it was then, and the sheet is light on dark, however much shows through it.
 */
const invert = (canvas: Canvas, outline: () => void): void => blend(canvas, outline, 'difference', '#ffffff')

function paintContent(
  canvas: Canvas,
  view: View,
  underlay: Underlay,
  source: SourceView,
  sheet: SheetView,
  pictures: SheetPictures | undefined,
): void {
  const { whole = null, sharp = null } = pictures ?? {}
  const shown = seenOfSheet(view, underlay, sheet)
  const from = drawnFrom(underlay, source, sheet)
  if (shown && from.tiles.length > 0) {
    const pxPerPt = pxPerPtOf(view, underlay, sheet)
    const atHand = from.tiles.map((placed) => ({ placed, ...tilesAtHand(placed, shown, pxPerPt, from.tint) }))
    // A picture of the page holds its large images too; one that we drew does not.
    if (whole && from.plain && !atHand.every(({ complete }) => complete)) paintPicture(canvas, view, underlay, whole)
    for (const { placed, tiles } of atHand)
      for (const { bitmap, region } of tiles)
        paintBitmap(canvas, view, underlay, bitmap, region, placed.map, TILE_OVERLAP_PX)
  }
  if (from.tiles.length > 0) {
    if (!sharp) return
    // What else the page draws lies dark on its images.
    canvas.globalCompositeOperation = 'multiply'
    paintPicture(canvas, view, underlay, sharp)
    canvas.globalCompositeOperation = 'source-over'
    return
  }
  const outdated = sharp && sharp.key !== from.key && whole?.key === from.key
  const sharpEnough = sharp && !outdated && shown && covers(sharp, shown)
  if (whole && !sharpEnough) paintPicture(canvas, view, underlay, whole)
  if (sharp && !outdated) paintPicture(canvas, view, underlay, sharp)
}

const paintPicture = (canvas: Canvas, view: View, underlay: Underlay, { bitmap, region }: SheetPicture): void =>
  paintBitmap(canvas, view, underlay, bitmap, region, [1, 0, 0, 1, 0, 0])

/** Pictures smaller than this part of themselves are shrunk with care; tiles never are, since the next level is half as large. */
const SHRUNK_BY = 0.49

/** Tiles reach this far over one another, so that no seam shows where their edges fall between pixels. */
const TILE_OVERLAP_PX = 0.6

/** Paints a bitmap that shows a box. @param toSheet from the space of the box to that of the sheet */
function paintBitmap(
  canvas: Canvas,
  view: View,
  { placement }: Underlay,
  bitmap: ImageBitmap,
  region: Box,
  toSheet: Affine,
  overlapPx = 0,
): void {
  if (placement.bend) return paintBent(canvas, view, placement, bitmap, region, toSheet, overlapPx)
  const map = compose(toSheet, placementMap(placement))
  // The canvas is told where the picture's own corner falls, worked out here in double precision.
  const corner = toScreen(view, apply(map, { x: region.minX, y: region.maxY }))
  const [a, b, c, d] = map.map((value) => value * view.pxPerMm) as [number, number, number, number]
  const across = (region.maxX - region.minX) / bitmap.width
  const down = (region.maxY - region.minY) / bitmap.height
  canvas.save()
  canvas.transform(a * across, -b * across, -c * down, d * down, corner.x, corner.y)
  // Shrinking well costs a copy in several sizes; a picture drawn for this view needs none.
  canvas.imageSmoothingQuality = Math.hypot(a, b) * across < SHRUNK_BY ? 'high' : 'low'
  const more = (scale: number) => 1 + overlapPx / Math.max(scale, 1e-9)
  canvas.drawImage(
    bitmap,
    0,
    0,
    bitmap.width * more(Math.hypot(a, b) * across * bitmap.width),
    bitmap.height * more(Math.hypot(c, d) * down * bitmap.height),
  )
  canvas.restore()
}

/** A bent picture is painted in cells of so many each way, each by the affine map that holds at its corners. */
const CELLS = 14
/** Cells reach this part of themselves over one another, so that no seam shows. */
const CELL_OVERLAP = 0.04

function paintBent(
  canvas: Canvas,
  view: View,
  placement: Placement,
  bitmap: ImageBitmap,
  region: Box,
  toSheet: Affine,
  overlapPx: number,
): void {
  const map = composeProjective(projectiveOf(toSheet), boardMap(placement))
  const [across, down] = [(region.maxX - region.minX) / bitmap.width, (region.maxY - region.minY) / bitmap.height]
  const screen = (px: number, py: number) =>
    toScreen(view, project(map, { x: region.minX + px * across, y: region.maxY - py * down }))
  const [w, h] = [bitmap.width / CELLS, bitmap.height / CELLS]
  for (let i = 0; i < CELLS; i++)
    for (let j = 0; j < CELLS; j++) {
      const [x, y] = [i * w, j * h]
      const [p, q, r, s] = [screen(x, y), screen(x + w, y), screen(x, y + h), screen(x + w, y + h)]
      // The mean of the two affine maps that the corners give: off by half of what bends within the cell.
      const [ax, ay] = [(q.x - p.x + s.x - r.x) / 2 / w, (q.y - p.y + s.y - r.y) / 2 / w]
      const [bx, by] = [(r.x - p.x + s.x - q.x) / 2 / h, (r.y - p.y + s.y - q.y) / 2 / h]
      const middle = { x: (p.x + q.x + r.x + s.x) / 4, y: (p.y + q.y + r.y + s.y) / 4 }
      const [ox, oy] = [w * CELL_OVERLAP, h * CELL_OVERLAP]
      const left = Math.max(0, x - ox)
      const top = Math.max(0, y - oy)
      const [wide, high] = [Math.min(bitmap.width, x + w + ox) - left, Math.min(bitmap.height, y + h + oy) - top]
      canvas.save()
      canvas.transform(ax, ay, bx, by, middle.x, middle.y)
      const [moreX, moreY] = [overlapPx / Math.hypot(ax, ay), overlapPx / Math.hypot(bx, by)]
      const [dx, dy] = [left - x - w / 2, top - y - h / 2]
      canvas.drawImage(bitmap, left, top, wide, high, dx, dy, wide + moreX, high + moreY)
      canvas.restore()
    }
}
