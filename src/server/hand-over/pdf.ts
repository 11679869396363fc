import { buffer } from 'node:stream/consumers'
import PDFDocument from 'pdfkit'
import toPdf from 'svg-to-pdfkit'
import { PAPERS, type PaperName } from '@/core/formats/svg/paper'

const PT_PER_MM = 72 / 25.4

/** A drawing of one paper as a PDF of the same size; its vectors stay vectors. */
export async function pdfOfSvg(svg: string, paper: PaperName): Promise<Uint8Array> {
  const { widthMm, heightMm } = PAPERS[paper]
  const size: [number, number] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM]
  const document = new PDFDocument({ size, margin: 0, info: { Creator: 'Calque' } })
  const written = buffer(document)
  // The size that the drawing itself states would be taken in pixels, and shrunk into the page.
  const [, drawing] = /<svg[^>]*?( viewBox=[\s\S]*)$/.exec(svg) ?? []
  toPdf(document, `<svg xmlns="http://www.w3.org/2000/svg"${drawing}`, 0, 0, {
    width: size[0],
    height: size[1],
    assumePt: true,
  })
  document.end()
  return new Uint8Array(await written)
}
