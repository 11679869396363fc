import { createRequire } from 'node:module'
import { join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import PDFDocument from 'pdfkit'
import toPdf from 'svg-to-pdfkit'
import { PAPERS, type PaperName } from '@/core/formats/paper/papers'
import { type PlanGroup, svgOfPaper } from '@/core/formats/svg/drawing'

const PT_PER_MM = 72 / 25.4

const FONT_NAMES = ['DejaVuSansCondensed', 'DejaVuSansCondensed-Bold'] as const

/**
 * Letters are embedded: the fonts that every PDF reader has hold no Polish, Greek or Cyrillic ones. These are about as
 * wide as the font that the drawings name. Looked for from the program that runs, wherever it was started: what bundles
 * this file would take the fonts for modules of its own.
 */
function registerFonts(document: PDFKit.PDFDocument): void {
  const fromProgram = createRequire(process.argv[1] ?? join(process.cwd(), 'program'))
  for (const name of FONT_NAMES)
    document.registerFont(name, fromProgram.resolve(['dejavu-fonts-ttf', 'ttf', `${name}.ttf`].join('/')))
}

/** An indirect object of the file, as the library has it. */
type PdfReference = ReturnType<PDFKit.PDFDocument['ref']>

/** What the library has of a file beyond its types: the catalogue, and the resources of the page. */
interface Inside {
  readonly _root: { readonly data: Record<string, unknown> }
  readonly page: {
    readonly resources: { readonly data: Record<string, unknown> }
    readonly dictionary: { readonly data: Record<string, unknown> }
  }
}

/**
 * A drawing of one paper as a PDF of the same size; its vectors stay vectors, and each group is a layer that can be
 * switched (optional content, ISO 32000-1, 8.11).
 * @param title what readers show of the file
 * @param ratio site to paper, by which readers measure true lengths; null for a drawing without one scale
 */
export async function pdfOfPlan(
  groups: readonly PlanGroup[],
  paper: PaperName,
  title: string,
  ratio: number | null = null,
): Promise<Uint8Array> {
  const { widthMm, heightMm } = PAPERS[paper]
  const size: [number, number] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM]
  const document = new PDFDocument({
    size,
    margin: 0,
    pdfVersion: '1.7',
    displayTitle: true,
    info: { Creator: 'Calque', Title: title },
  })
  registerFonts(document)
  const written = buffer(document)
  const layers = groups.map(({ name }) => document.ref({ Type: 'OCG', Name: new String(name) }))
  const inside = document as unknown as Inside
  inside.page.resources.data.Properties = Object.fromEntries(layers.map((layer, i) => [`L${i}`, layer]))
  if (ratio !== null) inside.page.dictionary.data.VP = [measuredView(size, ratio)]
  inside._root.data.OCProperties = { OCGs: layers, D: { Order: layers, ON: layers } }
  for (const [i, { svg }] of groups.entries()) {
    document.addContent(`/OC /L${i} BDC`)
    drawSvg(document, svgOfPaper(paper, svg), size)
    document.addContent('EMC')
  }
  for (const layer of layers as PdfReference[]) layer.end(undefined)
  document.end()
  return new Uint8Array(await written)
}

/** The whole page as a view in which true lengths are measured, in metres (ISO 32000-1, 12.9). */
function measuredView([width, height]: readonly [number, number], ratio: number): Record<string, unknown> {
  const format = (unit: string, factor: number) => ({
    Type: 'NumberFormat',
    U: new String(unit),
    C: factor,
    F: 'D',
    D: 1000,
  })
  return {
    Type: 'Viewport',
    BBox: [0, 0, width, height],
    Name: new String('Plan'),
    Measure: {
      Type: 'Measure',
      Subtype: 'RL',
      R: new String(`1:${ratio}`),
      X: [format('m', ratio / PT_PER_MM / 1000)],
      D: [format('m', 1)],
      A: [format('m²', 1)],
    },
  }
}

function drawSvg(document: PDFKit.PDFDocument, svg: string, [width, height]: readonly [number, number]): void {
  // The size that the drawing itself states would be taken in pixels, and shrunk into the page.
  const [, drawing] = /<svg[^>]*?( viewBox=[\s\S]*)$/.exec(svg) ?? []
  toPdf(document, `<svg xmlns="http://www.w3.org/2000/svg"${drawing}`, 0, 0, {
    width,
    height,
    assumePt: true,
    fontCallback: (_family, bold) => FONT_NAMES[bold ? 1 : 0],
  })
}
