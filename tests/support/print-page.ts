import { degrees, PDFDocument, rgb, StandardFonts } from 'pdf-lib'
import { byCairo, byChromium, byGhostscript } from './producers'

/** What is drawn on a made-up page. Paper space: points, y up. */
export interface DrawnPage {
  readonly widthPt: number
  readonly heightPt: number
  readonly lines: readonly (readonly [x1: number, y1: number, x2: number, y2: number, widthPt: number])[]
  readonly arcs: readonly PlacedArc[]
  readonly fills: readonly PlacedFill[]
  readonly texts: readonly PlacedText[]
}

/** A piece of a circle, anticlockwise. */
export interface PlacedArc {
  readonly x: number
  readonly y: number
  readonly radiusPt: number
  readonly fromRad: number
  readonly toRad: number
  readonly widthPt: number
}

export interface PlacedFill {
  readonly ring: readonly (readonly [x: number, y: number])[]
  /** 0 is black, 1 is white. */
  readonly gray: number
}

export interface PlacedText {
  readonly text: string
  /** Where its baseline is at its middle, or at its start. */
  readonly x: number
  readonly y: number
  readonly sizePt: number
  readonly turnRad: number
  readonly anchor: 'middle' | 'start'
}

export type Producer = 'pdf-lib' | 'cairo' | 'ghostscript' | 'chromium'

/** A page as PDF, as a producer writes it. */
export function printPage(plan: DrawnPage, producer: Producer): Promise<Uint8Array> {
  switch (producer) {
    case 'pdf-lib':
      return byPdfLib(plan)
    case 'cairo':
      return byCairo(asSvg(plan))
    case 'ghostscript':
      return byGhostscript(asPostScript(plan))
    case 'chromium':
      return byChromium(`<style>@page{margin:0}body{margin:0}svg{display:block}</style>${asSvg(plan, ONTO_A3)}`)
  }
}

/** Chromium prints on A3 here: a plan is shrunk to go onto it. */
const ONTO_A3 = { widthPt: 1190, heightPt: 841 }

/** By how much a producer shrinks a plan. */
export const shrinkBy = ({ widthPt, heightPt }: DrawnPage, producer: Producer): number =>
  producer === 'chromium' ? Math.min(1, ONTO_A3.widthPt / widthPt, ONTO_A3.heightPt / heightPt) : 1

async function byPdfLib({ widthPt, heightPt, lines, arcs, fills, texts }: DrawnPage): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  const font = await document.embedFont(StandardFonts.Helvetica)
  const page = document.addPage([widthPt, heightPt])
  const color = rgb(0, 0, 0)
  for (const { ring, gray } of fills)
    page.drawSvgPath(`M${ring.map(([x, y]) => `${x},${-y}`).join('L')}Z`, { x: 0, y: 0, color: rgb(gray, gray, gray) })
  for (const [x1, y1, x2, y2, thickness] of lines)
    page.drawLine({ start: { x: x1, y: y1 }, end: { x: x2, y: y2 }, thickness, color })
  for (const arc of arcs) page.drawSvgPath(svgArc(arc, 0), { x: 0, y: 0, borderWidth: arc.widthPt, borderColor: color })
  for (const { text, x, y, sizePt, turnRad, anchor } of texts) {
    const back = anchor === 'middle' ? font.widthOfTextAtSize(text, sizePt) / 2 : 0
    const at = { x: x - Math.cos(turnRad) * back, y: y - Math.sin(turnRad) * back }
    page.drawText(text, { ...at, size: sizePt, font, color, rotate: degrees((turnRad * 180) / Math.PI) })
  }
  return document.save()
}

const xml = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')

function asSvg(plan: DrawnPage, onto?: { widthPt: number; heightPt: number }): string {
  const { widthPt: w, heightPt: h, lines, arcs, fills, texts } = plan
  const shrink = onto ? Math.min(1, onto.widthPt / w, onto.heightPt / h) : 1
  const drawn = lines.map(
    ([x1, y1, x2, y2, width]) =>
      `<path d="M${x1} ${h - y1}L${x2} ${h - y2}" stroke="#000" stroke-width="${width}" fill="none"/>`,
  )
  const round = arcs.map(
    (arc) => `<path d="${svgArc(arc, h)}" stroke="#000" stroke-width="${arc.widthPt}" fill="none"/>`,
  )
  const filled = fills.map(({ ring, gray }) => {
    const tone = Math.round(gray * 255)
    return `<path d="M${ring.map(([x, y]) => `${x} ${h - y}`).join('L')}Z" fill="rgb(${tone},${tone},${tone})"/>`
  })
  const written = texts.map(
    ({ text, x, y, sizePt, turnRad, anchor }) =>
      `<text transform="translate(${x} ${h - y}) rotate(${(-turnRad * 180) / Math.PI})" font-size="${sizePt}" font-family="sans-serif" text-anchor="${anchor}">${xml(text)}</text>`,
  )
  const size = `width="${w * shrink}pt" height="${h * shrink}pt" viewBox="0 0 ${w} ${h}"`
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${[...filled, ...drawn, ...round, ...written].join('\n')}</svg>`
}

const inDegrees = (rad: number) => (rad * 180) / Math.PI

/** An arc as a path whose y runs down from `top`. */
function svgArc({ x, y, radiusPt, fromRad, toRad }: PlacedArc, top: number): string {
  const at = (rad: number) => `${x + radiusPt * Math.cos(rad)} ${top - y - radiusPt * Math.sin(rad)}`
  return `M${at(fromRad)}A${radiusPt} ${radiusPt} 0 ${toRad - fromRad > Math.PI ? 1 : 0} 0 ${at(toRad)}`
}

const escaped = (text: string) => text.replace(/[()\\]/g, '\\$&').replaceAll('²', '2')

function asPostScript({ widthPt, heightPt, lines, arcs, fills, texts }: DrawnPage): string {
  const drawn = lines.map(
    ([x1, y1, x2, y2, width]) => `${width} setlinewidth ${x1} ${y1} moveto ${x2} ${y2} lineto stroke`,
  )
  const round = arcs.map(
    ({ x, y, radiusPt, fromRad, toRad, widthPt: width }) =>
      `${width} setlinewidth newpath ${x} ${y} ${radiusPt} ${inDegrees(fromRad)} ${inDegrees(toRad)} arc stroke`,
  )
  const filled = fills.map(
    ({ ring, gray }) =>
      `${gray} setgray newpath ${ring.map(([x, y], i) => `${x} ${y} ${i ? 'lineto' : 'moveto'}`).join(' ')} closepath fill 0 setgray`,
  )
  const written = texts.map(({ text, x, y, sizePt, turnRad, anchor }) => {
    const back = anchor === 'middle' ? `(${escaped(text)}) stringwidth pop -2 div 0 rmoveto` : ''
    return `gsave /Helvetica findfont ${sizePt} scalefont setfont ${x} ${y} translate ${(turnRad * 180) / Math.PI} rotate 0 0 moveto ${back} (${escaped(text)}) show grestore`
  })
  return `%!PS-Adobe-3.0\n<< /PageSize [${widthPt} ${heightPt}] >> setpagedevice\n${[...filled, ...drawn, ...round, ...written].join('\n')}\nshowpage\n`
}
