import { createRequire } from 'node:module'
import { join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import PDFDocument from 'pdfkit'
import toPdf from 'svg-to-pdfkit'
import { type PaperName, type PaperSize, sizeOfPaper } from '@/core/formats/paper/papers'
import { type PlanGroup, svgOfPaper } from '@/core/formats/svg/drawing'
import { MM_PER } from '@/core/units/length'

const PT_PER_MM = 72 / 25.4

const FONT_NAMES = ['DejaVuSansCondensed', 'DejaVuSansCondensed-Bold'] as const

/**
 * Letters are embedded: the fonts that every PDF reader has hold no Polish, Greek or Cyrillic ones. These are about as
 * wide as the font that the drawings name. Looked for from the program that runs, wherever it was started: what bundles
 * this file would take the fonts for modules of its own.
 */
function fontFiles(): Readonly<Record<(typeof FONT_NAMES)[number], string>> {
  const fromProgram = createRequire(process.argv[1] ?? join(process.cwd(), 'program'))
  const file = (name: string) => fromProgram.resolve(['dejavu-fonts-ttf', 'ttf', `${name}.ttf`].join('/'))
  return { DejaVuSansCondensed: file(FONT_NAMES[0]), 'DejaVuSansCondensed-Bold': file(FONT_NAMES[1]) }
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

/** A drawing on one sheet of paper. */
export interface PdfPage {
  readonly groups: readonly PlanGroup[]
  readonly paper: PaperName | PaperSize
  /** Site to paper, by which readers measure true lengths; null for a drawing without one scale. */
  readonly ratio: number | null
  /** Whether they are measured in feet; in metres where left out. */
  readonly inFeet?: boolean
  /** What the page goes by in a set. */
  readonly label?: string
}

/** What a file says of itself. */
export interface PdfAbout {
  readonly title: string
  readonly author?: string | undefined
}

/**
 * Drawings as a PDF, a page of the size of its paper for each; vectors stay vectors, and groups of one name are a layer
 * that can be switched (optional content, ISO 32000-1, 8.11). Made to be kept: PDF/A-2, level b (ISO 19005-2).
 */
export async function pdfOf(pages: readonly PdfPage[], { title, author }: PdfAbout): Promise<Uint8Array> {
  const files = fontFiles()
  const document = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.7',
    subset: 'PDF/A-2b',
    font: files.DejaVuSansCondensed,
    displayTitle: true,
    lang: 'en',
    info: { Creator: 'Calque', Producer: 'Calque', Title: title, ...(author && { Author: author }) },
  })
  for (const [name, file] of Object.entries(files)) document.registerFont(name, file)
  const written = buffer(document)
  const inside = document as unknown as Inside
  const all = pages.flatMap(({ groups }) => groups)
  const names = [...new Set(all.map(({ name }) => name))]
  const layers = names.map((name) => document.ref({ Type: 'OCG', Name: new String(name) }))
  // The standard for keeping asks for a name of what shows at first.
  inside._root.data.OCProperties = {
    OCGs: layers,
    D: {
      Name: new String('All layers'),
      Order: orderOf(all, (name) => layers[names.indexOf(name)]!),
      ON: layers,
      OFF: [],
    },
  }
  inside._root.data.PageLabels = {
    Nums: pages.flatMap(({ label }, i) => [i, label ? { P: new String(label) } : { S: 'D', St: i + 1 }]),
  }
  for (const { groups, paper, ratio, inFeet = false } of pages) {
    const { widthMm, heightMm } = sizeOfPaper(paper)
    const size: [number, number] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM]
    document.addPage({ size, margin: 0 })
    inside.page.resources.data.Properties = Object.fromEntries(
      groups.map(({ name }) => [`L${names.indexOf(name)}`, layers[names.indexOf(name)]]),
    )
    if (ratio !== null) inside.page.dictionary.data.VP = [measuredView(size, ratio, inFeet)]
    for (const { name, svg } of groups) {
      document.addContent(`/OC /L${names.indexOf(name)} BDC`)
      drawSvg(document, svgOfPaper(paper, svg), size)
      document.addContent('EMC')
    }
  }
  for (const layer of layers as PdfReference[]) layer.end(undefined)
  document.end()
  return new Uint8Array(await written)
}

/** How layers are listed: those of one heading under it. */
function orderOf<L>(groups: readonly PlanGroup[], layerOf: (name: string) => L): unknown[] {
  const order: unknown[] = []
  const listed = new Set<string>()
  const headings = new Map<string, unknown[]>()
  for (const { name, within } of groups) {
    if (listed.has(name)) continue
    listed.add(name)
    if (within === undefined) {
      order.push(layerOf(name))
      continue
    }
    const heading = headings.get(within) ?? [new String(within)]
    if (heading.length === 1) order.push(heading)
    headings.set(within, heading)
    heading.push(layerOf(name))
  }
  return order
}

/** The whole page as a view in which true lengths are measured, in metres or feet (ISO 32000-1, 12.9). */
function measuredView(
  [width, height]: readonly [number, number],
  ratio: number,
  inFeet: boolean,
): Record<string, unknown> {
  const format = (unit: string, factor: number) => ({
    Type: 'NumberFormat',
    U: new String(unit),
    C: factor,
    F: 'D',
    D: 1000,
  })
  const unit = inFeet ? 'ft' : 'm'
  return {
    Type: 'Viewport',
    BBox: [0, 0, width, height],
    Name: new String('Plan'),
    Measure: {
      Type: 'Measure',
      Subtype: 'RL',
      R: new String(`1:${ratio}`),
      X: [format(unit, ratio / PT_PER_MM / (inFeet ? MM_PER.ft : MM_PER.m))],
      D: [format(unit, 1)],
      A: [format(inFeet ? 'sq ft' : 'm²', 1)],
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
