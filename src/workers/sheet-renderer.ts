import { expose, transfer } from 'comlink'
import type { Box } from '@/core/geometry/box'
import { drawLines, type LinesLook } from './draw-lines'
import { drawPdf, type PdfLook } from './draw-pdf'
import { tint } from './tint'

/** Draws sheets off the main thread. */
export interface DrawRequest {
  /** What the picture is for: a newer request for the same purpose ends the older one. */
  readonly purpose: string
  readonly look: PdfLook | LinesLook
  /** One colour for all of it, or its own. */
  readonly tint: string | null
  /** The part of the sheet to draw, in points, y up. */
  readonly region: Box
  readonly pxPerPt: number
}

const LONGEST_PX = 8192

const running = new Map<string, () => void>()
const latest = new Map<string, number>()

/** One drawing at a time: two at once would only hold up one another. */
let queue: Promise<unknown> = Promise.resolve()

/** Draws a part of a sheet. @returns the picture, or null where a newer request took its place */
function draw(request: DrawRequest): Promise<ImageBitmap | null> {
  const { purpose } = request
  const turn = (latest.get(purpose) ?? 0) + 1
  latest.set(purpose, turn)
  running.get(purpose)?.()
  const drawn = queue.then(() => drawNow(request, () => latest.get(purpose) !== turn))
  queue = drawn.catch(() => undefined)
  return drawn
}

async function drawNow(request: DrawRequest, overtaken: () => boolean): Promise<ImageBitmap | null> {
  const { purpose, look, region } = request
  if (overtaken()) return null
  const widthPt = region.maxX - region.minX
  const heightPt = region.maxY - region.minY
  const scale = Math.min(request.pxPerPt, LONGEST_PX / Math.max(widthPt, heightPt))
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(widthPt * scale)),
    Math.max(1, Math.round(heightPt * scale)),
  )
  // Painted by the processor: the compositor, which the page waits for, keeps free of hundreds of thousands of strokes.
  canvas.getContext('2d', { willReadFrequently: true })
  const part = { canvas, region, scale }
  try {
    const drawn =
      look.kind === 'pdf'
        ? await drawPdf(look, part, overtaken, (end) => running.set(purpose, end))
        : await drawLines(look, part, overtaken)
    if (!drawn || overtaken()) return null
  } finally {
    running.delete(purpose)
  }
  if (request.tint) tint(canvas, request.tint)
  const bitmap = handedOver(canvas)
  return transfer(bitmap, [bitmap])
}

/** A picture where the board's canvas has its own: handing over the pixels would hold up the page when it is first shown. */
function handedOver(painted: OffscreenCanvas): ImageBitmap {
  const canvas = new OffscreenCanvas(painted.width, painted.height)
  const context = canvas.getContext('2d')
  if (!context) return painted.transferToImageBitmap()
  context.drawImage(painted, 0, 0)
  return canvas.transferToImageBitmap()
}

const renderer = { draw }
export type SheetRenderer = typeof renderer
expose(renderer)
