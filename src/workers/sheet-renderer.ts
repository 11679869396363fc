import { expose, transfer } from 'comlink'
import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs'
import * as pdfjsWorker from 'pdfjs-dist/legacy/build/pdf.worker.mjs'
import type { Box } from '@/core/geometry/box'

/**
 * Draws sheets as printed, off the main thread: pdf.js parses and paints right here on an OffscreenCanvas.
 * The few things that it expects of a page are given to it below.
 */
Object.assign(globalThis, {
  pdfjsWorker,
  window: {
    requestAnimationFrame: (callback: () => void) => setTimeout(callback, 0),
    cancelAnimationFrame: (id: number) => clearTimeout(id),
  },
})

class OffscreenCanvasFactory {
  create(width: number, height: number) {
    const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height))
    return { canvas, context: canvas.getContext('2d', { willReadFrequently: false }) }
  }

  reset(entry: { canvas: OffscreenCanvas }, width: number, height: number): void {
    entry.canvas.width = Math.max(1, width)
    entry.canvas.height = Math.max(1, height)
  }

  destroy(entry: { canvas: OffscreenCanvas | null; context: unknown }): void {
    if (entry.canvas) entry.canvas.width = entry.canvas.height = 0
    entry.canvas = entry.context = null
  }
}

/** SVG filters need a document; without them transfer maps and luminosity masks are left out. */
class NoFilterFactory {
  addFilter = () => 'none'
  addHCMFilter = () => 'none'
  addAlphaFilter = () => 'none'
  addLuminosityFilter = () => 'none'
  addHighlightHCMFilter = () => 'none'
  destroy = () => undefined
}

export interface DrawRequest {
  /** What the picture is for: a newer request for the same purpose ends the older one. */
  purpose: string
  contentHash: string
  password: string | null
  page: number
  /** The part of the sheet to draw, in points, y up. */
  region: Box
  pxPerPt: number
}

const LONGEST_PX = 8192

const documents = new Map<string, Promise<pdfjs.PDFDocumentProxy>>()
const running = new Map<string, { cancel(): void }>()
const latest = new Map<string, number>()

function open(contentHash: string, password: string | null): Promise<pdfjs.PDFDocumentProxy> {
  let document = documents.get(contentHash)
  if (!document) {
    const { origin } = self.location
    document = pdfjs.getDocument({
      url: `${origin}/api/contents/${contentHash}`,
      password: password ?? undefined,
      verbosity: 0,
      CanvasFactory: OffscreenCanvasFactory,
      FilterFactory: NoFilterFactory,
      ownerDocument: { fonts: (self as unknown as { fonts: FontFaceSet }).fonts } as Document,
      useWorkerFetch: true,
      useSystemFonts: false,
      isEvalSupported: false,
      cMapUrl: `${origin}/pdfjs/cmaps/`,
      cMapPacked: true,
      standardFontDataUrl: `${origin}/pdfjs/standard_fonts/`,
      wasmUrl: `${origin}/pdfjs/wasm/`,
      iccUrl: `${origin}/pdfjs/iccs/`,
      disableAutoFetch: true,
    }).promise
    documents.set(contentHash, document)
    document.catch(() => documents.delete(contentHash))
  }
  return document
}

/** One drawing at a time: two at once would only hold up one another. */
let queue: Promise<unknown> = Promise.resolve()

/** Draws a part of a sheet. @returns the picture, or null where a newer request took its place */
function draw(request: DrawRequest): Promise<ImageBitmap | null> {
  const { purpose } = request
  const turn = (latest.get(purpose) ?? 0) + 1
  latest.set(purpose, turn)
  running.get(purpose)?.cancel()
  const drawn = queue.then(() => drawNow(request, () => latest.get(purpose) !== turn))
  queue = drawn.catch(() => undefined)
  return drawn
}

async function drawNow(request: DrawRequest, overtaken: () => boolean): Promise<ImageBitmap | null> {
  const { purpose, contentHash, password, region } = request
  if (overtaken()) return null
  const document = await open(contentHash, password)
  const page = await document.getPage(request.page)
  if (overtaken()) return null
  const widthPt = region.maxX - region.minX
  const heightPt = region.maxY - region.minY
  const scale = Math.min(request.pxPerPt, LONGEST_PX / Math.max(widthPt, heightPt))
  const whole = page.getViewport({ scale })
  const viewport = page.getViewport({
    scale,
    offsetX: -region.minX * scale,
    offsetY: region.maxY * scale - whole.height,
  })
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(widthPt * scale)),
    Math.max(1, Math.round(heightPt * scale)),
  )
  // Only a drawing of the whole page tells of every operator where it paints.
  const isWhole = Math.abs(whole.width - widthPt * scale) < 1 && Math.abs(whole.height - heightPt * scale) < 1
  const boxes = paintedBoxes.get(page)
  const recording = page as unknown as { recordedBBoxes: PaintedBoxes | null }
  recording.recordedBBoxes = null
  const task = page.render({
    canvas: canvas as unknown as HTMLCanvasElement,
    viewport,
    background: '#ffffff',
    recordOperations: isWhole && !boxes,
    operationsFilter:
      boxes && onlyWithin(boxes, region, { widthPt: whole.width / scale, heightPt: whole.height / scale }),
  } as unknown as Parameters<pdfjs.PDFPageProxy['render']>[0])
  running.set(purpose, task)
  try {
    await task.promise
  } catch (error) {
    if ((error as Error).name === 'RenderingCancelledException') return null
    throw error
  } finally {
    running.delete(purpose)
  }
  if (recording.recordedBBoxes) paintedBoxes.set(page, recording.recordedBBoxes)
  if (overtaken()) return null
  const bitmap = canvas.transferToImageBitmap()
  return transfer(bitmap, [bitmap])
}

/** Where each operator of a page paints, as parts of the page, y down: known once a drawing of the whole page was finished. */
const paintedBoxes = new WeakMap<pdfjs.PDFPageProxy, PaintedBoxes>()

interface PaintedBoxes {
  isEmpty(index: number): boolean
  minX(index: number): number
  maxX(index: number): number
  minY(index: number): number
  maxY(index: number): number
}

/** Skips what paints outside a part of the page. */
function onlyWithin(boxes: PaintedBoxes, region: Box, size: { widthPt: number; heightPt: number }) {
  const minX = region.minX / size.widthPt
  const maxX = region.maxX / size.widthPt
  const minY = 1 - region.maxY / size.heightPt
  const maxY = 1 - region.minY / size.heightPt
  return (index: number) =>
    !boxes.isEmpty(index) &&
    boxes.minX(index) <= maxX &&
    boxes.maxX(index) >= minX &&
    boxes.minY(index) <= maxY &&
    boxes.maxY(index) >= minY
}

const renderer = { draw }
export type SheetRenderer = typeof renderer
expose(renderer)
