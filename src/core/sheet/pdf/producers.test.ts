import { PDFDocument, rgb } from 'pdf-lib'
import { beforeAll, describe, expect, it } from 'vitest'
import { expectSame, visibleOf } from '../../../../tests/support/compare'
import { byPoppler } from '../../../../tests/support/poppler'
import { byCairo, byChromium, byGhostscript } from '../../../../tests/support/producers'
import { readSheet } from '../../../../tests/support/read-sheet'

/** Within this every line lies where an independent reader has it. */
const TOLERANCE_PT = 0.01

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="420">
  <g transform="translate(60 50) rotate(17) scale(1.4 0.9)" fill="none" stroke="black">
    <rect x="10" y="10" width="180" height="90" stroke-width="3"/>
    <circle cx="220" cy="120" r="45" stroke="red" stroke-dasharray="4 2"/>
    <path d="M0 200 Q 80 120 160 200 T 320 200"/>
    <g transform="skewX(20)"><polyline points="5,5 50,80 95,5 140,80"/></g>
  </g>
  <path d="M400 60 h120 v80 h-120 z M420 80 v40 h80 v-40 z" fill="teal" fill-rule="evenodd"/>
  <ellipse cx="480" cy="300" rx="90" ry="40" fill="#ddd" stroke="navy" stroke-width="0.4"/>
  <text x="80" y="380" font-family="DejaVu Sans" font-size="16">Teal Reach 5210</text>
</svg>`

const POSTSCRIPT = `%!PS
<< /PageSize [595 842] >> setpagedevice
2 setlinewidth 100 100 moveto 400 130 lineto 380 500 lineto closepath stroke
gsave 200 400 translate 30 rotate 1.7 0.6 scale 0 0 80 0 360 arc stroke grestore
[6 3] 0 setdash 0.25 setlinewidth 50 700 moveto 500 640 lineto 540 760 lineto stroke [] 0 setdash
0.5 setgray 300 300 moveto 60 0 rlineto 0 60 rlineto -60 0 rlineto closepath fill
0 setgray 20 20 moveto 100 200 300 -50 560 60 curveto stroke
/Helvetica findfont 12 scalefont setfont 60 780 moveto (Boathouse 31200) show
showpage`

const HTML = `<body style="margin:20px"><svg width="900" height="500" viewBox="0 0 900 500">
  <g fill="none" stroke="#222"><rect x="20" y="30" width="400" height="250" stroke-width="4"/>
  <line x1="20" y1="155" x2="420" y2="155" stroke-dasharray="8 4"/><circle cx="600" cy="200" r="120"/>
  <path d="M500 400 C 560 300 640 480 760 380 L 860 420"/></g>
  <polygon points="100,350 180,480 60,470" fill="#a44"/></svg><p>Printed from a page</p></body>`

async function byPdfLib(): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setProducer('Calque test')
  const page = document.addPage([700, 500])
  page.drawLine({ start: { x: 33.3, y: 44.4 }, end: { x: 612.75, y: 401.125 }, thickness: 0.3 })
  page.drawRectangle({ x: 100, y: 120, width: 222, height: 111, borderWidth: 2, borderColor: rgb(0, 0, 1) })
  page.drawEllipse({ x: 500, y: 150, xScale: 90, yScale: 35, borderWidth: 1, borderColor: rgb(1, 0, 0) })
  page.drawSvgPath('M 0 0 L 60 20 Q 120 90 40 130 Z', { x: 60, y: 480, borderWidth: 1, borderColor: rgb(0, 0.4, 0) })
  return document.save()
}

describe.each([
  ['cairo', () => byCairo(SVG), /cairo/],
  ['Ghostscript', () => byGhostscript(POSTSCRIPT), /Ghostscript/],
  ['Chromium', () => byChromium(HTML), /Skia/],
  ['pdf-lib', byPdfLib, /Calque test/],
] as const)('a page by %s', (_, make, producer) => {
  let pdf: Uint8Array
  beforeAll(async () => {
    pdf = await make()
  })

  it('is read as poppler draws it', async () => {
    const { linework } = await readSheet(pdf)
    const theirs = await byPoppler(pdf)
    expect(theirs.segments.length).toBeGreaterThan(3)
    expect(theirs.curves.length).toBeGreaterThan(0)
    expectSame(visibleOf(linework), theirs, TOLERANCE_PT)
  })

  it('says who made it', async () => {
    expect((await readSheet(pdf)).producer).toMatch(producer)
  })
})

describe('text', () => {
  it('is read with its place, height and turn from cairo and Ghostscript', async () => {
    const fromCairo = (await readSheet(await byCairo(SVG))).linework.text
    expect(fromCairo).toHaveLength(1)
    expect(fromCairo[0]).toMatchObject({ text: 'Teal Reach 5210' })
    expect(fromCairo[0]!.x).toBeCloseTo(60, 1)
    expect(fromCairo[0]!.y).toBeCloseTo(315 - 285, 1)
    expect(fromCairo[0]!.heightPt).toBeCloseTo(12, 2)
    const fromGhostscript = (await readSheet(await byGhostscript(POSTSCRIPT))).linework.text
    expect(fromGhostscript).toEqual([
      expect.objectContaining({ text: 'Boathouse 31200', x: 60, y: 780, heightPt: 12, turnRad: 0 }),
    ])
  })
})
