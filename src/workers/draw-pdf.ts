import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs'
import * as pdfjsWorker from 'pdfjs-dist/legacy/build/pdf.worker.mjs'
import type { Box } from '@/core/geometry/box'
import type { PartChoice } from '@/core/sheet/looks'
import type { Region } from './region'

/**
 * Draws a PDF as printed: pdf.js parses and paints right here in the worker, on an OffscreenCanvas.
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
    return { canvas, context: canvas.getContext('2d', { willReadFrequently: true }) }
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

/** A page of a PDF, and what of it is switched against its own state. */
export interface PdfLook {
  readonly kind: 'pdf'
  readonly contentHash: string
  readonly page: number
  readonly parts: readonly PartChoice[]
  readonly markup: boolean
}

const documents = new Map<string, Promise<pdfjs.PDFDocumentProxy>>()

function open(contentHash: string): Promise<pdfjs.PDFDocumentProxy> {
  let document = documents.get(contentHash)
  if (!document) {
    const { origin } = self.location
    document = pdfjs.getDocument({
      url: `${origin}/api/contents/${contentHash}`,
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

/**
 * Draws a part of a page.
 * @param begun is given what ends the drawing before its time
 * @returns whether it was drawn whole
 */
export async function drawPdf(
  look: PdfLook,
  { canvas, region, scale }: Region,
  overtaken: () => boolean,
  begun: (end: () => void) => void,
): Promise<boolean> {
  const document = await open(look.contentHash)
  const page = await document.getPage(look.page)
  if (overtaken()) return false
  const whole = page.getViewport({ scale })
  const viewport = page.getViewport({
    scale,
    offsetX: -region.minX * scale,
    offsetY: region.maxY * scale - whole.height,
  })
  // Only a drawing of the whole page as the file shows it tells of every operator where it paints.
  const asShown = look.markup && look.parts.length === 0
  const isWhole = Math.abs(whole.width - canvas.width) < 1.5 && Math.abs(whole.height - canvas.height) < 1.5
  const boxes = asShown ? paintedBoxes.get(page) : undefined
  const recording = page as unknown as { recordedBBoxes: PaintedBoxes | null }
  recording.recordedBBoxes = null
  const task = page.render({
    canvas: canvas as unknown as HTMLCanvasElement,
    viewport,
    background: '#ffffff',
    annotationMode: look.markup ? pdfjs.AnnotationMode.ENABLE : pdfjs.AnnotationMode.DISABLE,
    optionalContentConfigPromise: layersOf(document, look.parts),
    recordOperations: asShown && isWhole && !boxes,
    operationsFilter:
      boxes && onlyWithin(boxes, region, { widthPt: whole.width / scale, heightPt: whole.height / scale }),
  } as unknown as Parameters<pdfjs.PDFPageProxy['render']>[0])
  begun(() => task.cancel())
  try {
    await task.promise
  } catch (error) {
    if ((error as Error).name === 'RenderingCancelledException') return false
    throw error
  }
  if (recording.recordedBBoxes) paintedBoxes.set(page, recording.recordedBBoxes)
  return true
}

/** The file's layers with those switched that the person switched; layers are known by their names. */
async function layersOf(document: pdfjs.PDFDocumentProxy, parts: readonly PartChoice[]) {
  const config = await document.getOptionalContentConfig()
  const wanted = new Map(parts.map(({ key, visible }) => [key, visible]))
  if (wanted.size === 0) return config
  for (const [id, group] of config as unknown as Iterable<[string, { name: string }]>) {
    const visible = wanted.get(`layer:${group.name}`)
    if (visible !== undefined) config.setVisibility(id, visible)
  }
  return config
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
