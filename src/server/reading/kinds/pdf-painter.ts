import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { init, type WrappedPdfiumModule } from '@embedpdf/pdfium'
import type { Raster } from '../pack-picture'

/** From fpdfview.h: three bytes a pixel; annotations drawn; red first. */
const FPDF_BITMAP_BGR = 2
const FPDF_ANNOT = 0x01
const FPDF_REVERSE_BYTE_ORDER = 0x10
const CHANNELS = 3
/** From fpdf_save.h. */
const FPDF_REMOVE_SECURITY = 3

/**
 * Paints pages of a PDF small, with PDFium: three times as quick as pdf.js, which stays the one that reads them and that
 * draws them sharp. Each file has a memory of its own, given back with it.
 */
export class PdfPainter {
  /** Pixels of pages that are packed, for the next ones: clearing such memory away costs a tenth of the time. */
  private readonly spare: Uint8Array[] = []

  private constructor(
    private readonly pdfium: WrappedPdfiumModule,
    private readonly document: number,
  ) {}

  /** @param bytes the whole file; copied @throws Error where PDFium can't open it */
  static async open(bytes: Uint8Array, password = ''): Promise<PdfPainter> {
    const module = await compiledPdfium()
    const pdfium = await init({
      instantiateWasm: (imports: WebAssembly.Imports, hand: (made: WebAssembly.Instance) => void) => {
        void WebAssembly.instantiate(module, imports).then(hand)
        return {}
      },
    } as Parameters<typeof init>[0])
    pdfium.FPDF_InitLibrary()
    const at = allocate(pdfium, bytes.length)
    memoryOf(pdfium).set(bytes, at)
    const document = pdfium.FPDF_LoadMemDocument(at, bytes.length, password)
    if (!document) throw new Error('PDFium can not open this file.')
    return new PdfPainter(pdfium, document)
  }

  /** @param number from 1 @param longerSidePx of the raster @throws Error where PDFium can't paint the page */
  paint(number: number, longerSidePx: number): Raster {
    const { pdfium, document } = this
    const page = pdfium.FPDF_LoadPage(document, number - 1)
    if (!page) throw new Error(`PDFium can not open page ${number}.`)
    const sides = [pdfium.FPDF_GetPageWidthF(page), pdfium.FPDF_GetPageHeightF(page)]
    const scale = longerSidePx / Math.max(...sides)
    const [widthPx, heightPx] = sides.map((side) => Math.max(1, Math.round(side * scale))) as [number, number]
    const stride = widthPx * CHANNELS
    const size = stride * heightPx
    const at = allocate(pdfium, size)
    memoryOf(pdfium).fill(255, at, at + size)
    const bitmap = pdfium.FPDFBitmap_CreateEx(widthPx, heightPx, FPDF_BITMAP_BGR, at, stride)
    pdfium.FPDF_RenderPageBitmap(bitmap, page, 0, 0, widthPx, heightPx, 0, FPDF_ANNOT | FPDF_REVERSE_BYTE_ORDER)
    const spare = this.spare.pop()
    const data = spare?.length === size ? spare : new Uint8Array(size)
    data.set(memoryOf(pdfium).subarray(at, at + size))
    pdfium.FPDFBitmap_Destroy(bitmap)
    pdfium.FPDF_ClosePage(page)
    pdfium.pdfium.wasmExports.free(at)
    return { data, widthPx, heightPx, channels: CHANNELS, done: () => this.spare.push(data) }
  }

  /** The file as it is, without its encryption. @throws Error where PDFium can't write it */
  unlocked(): Uint8Array {
    const { pdfium, document } = this
    const writer = pdfium.PDFiumExt_OpenFileWriter()
    try {
      if (!pdfium.FPDF_SaveAsCopy(document, writer, FPDF_REMOVE_SECURITY))
        throw new Error('PDFium can not save this file.')
      const size = pdfium.PDFiumExt_GetFileWriterSize(writer)
      const at = allocate(pdfium, size)
      pdfium.PDFiumExt_GetFileWriterData(writer, at, size)
      const bytes = memoryOf(pdfium).slice(at, at + size)
      pdfium.pdfium.wasmExports.free(at)
      return bytes
    } finally {
      pdfium.PDFiumExt_CloseFileWriter(writer)
    }
  }
}

/** @throws Error where there is no room */
function allocate({ pdfium }: WrappedPdfiumModule, size: number): number {
  const at = pdfium.wasmExports.malloc(size)
  if (!at) throw new Error('PDFium has no room for this.')
  return at
}

/** Its memory as it is now: it moves when it grows. */
const memoryOf = ({ pdfium }: WrappedPdfiumModule): Uint8Array =>
  (pdfium as unknown as { readonly HEAPU8: Uint8Array }).HEAPU8

let compiling: Promise<WebAssembly.Module> | null = null

/** PDFium, compiled once for all files. */
export function compiledPdfium(): Promise<WebAssembly.Module> {
  compiling ??= readFile(createRequire(import.meta.url).resolve('@embedpdf/pdfium/pdfium.wasm')).then((bytes) =>
    WebAssembly.compile(bytes),
  )
  return compiling
}
