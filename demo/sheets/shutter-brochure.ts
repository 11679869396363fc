import {
  PDFDocument,
  type PDFFont,
  PDFHexString,
  PDFName,
  PDFNumber,
  type PDFPage,
  type PDFRef,
  rgb,
  StandardFonts,
} from 'pdf-lib'

const A4 = { width: 595.28, height: 841.89 }
const FAMILIES = ['Reach 40', 'Reach 60', 'Weir side', 'Weir ramp', 'Lock house', 'Ferry slat']
const PAGES = 40

/** A shutter maker's brochure: forty pages, of which two are wanted. With labels and an outline, as catalogues have them. */
export async function shutterBrochure(): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle('Ferryman Shutters – details')
  document.setProducer('Ferryman Press')
  const font = await document.embedFont(StandardFonts.Helvetica)
  const bold = await document.embedFont(StandardFonts.HelveticaBold)
  const pages = Array.from({ length: PAGES }, (_, i) => detailPage(document, font, bold, i))
  nameChapters(document, pages)
  return document.save()
}

function detailPage(document: PDFDocument, font: PDFFont, bold: PDFFont, index: number): PDFPage {
  const page = document.addPage([A4.width, A4.height])
  const family = FAMILIES[Math.floor((index * FAMILIES.length) / PAGES)]!
  const ink = rgb(0.12, 0.14, 0.14)
  page.drawRectangle({ x: 0, y: A4.height - 54, width: A4.width, height: 54, color: rgb(0.16, 0.32, 0.31) })
  page.drawText(family, { x: 40, y: A4.height - 36, size: 20, font: bold, color: rgb(1, 1, 1) })
  page.drawText(`Detail ${index + 1}   scale 1:5`, { x: 40, y: 40, size: 9, font, color: ink })
  const slats = 6 + (index % 7)
  const slat = 40 + (index % 3) * 10
  for (let i = 0; i < slats; i++) {
    const y = 620 - i * (slat + 4)
    page.drawRectangle({ x: 120, y, width: 14, height: slat, borderColor: ink, borderWidth: 0.7 })
    page.drawLine({
      start: { x: 120, y: y + slat / 2 },
      end: { x: 134, y: y + slat / 2 + 4 },
      thickness: 0.3,
      color: ink,
    })
  }
  const [top, bottom] = [620 + slat, 620 - (slats - 1) * (slat + 4)]
  page.drawLine({ start: { x: 180, y: bottom }, end: { x: 180, y: top }, thickness: 0.3, color: ink })
  for (const y of [bottom, top]) page.drawLine({ start: { x: 172, y }, end: { x: 188, y }, thickness: 0.3, color: ink })
  const mm = Math.round(((top - bottom) / 72) * 25.4 * 5)
  page.drawText(`${mm}`, { x: 186, y: (top + bottom) / 2, size: 9, font, color: ink })
  page.drawRectangle({ x: 300, y: 420, width: 150, height: 210, borderColor: ink, borderWidth: 0.9 })
  page.drawRectangle({ x: 312, y: 432, width: 126, height: 186, borderColor: ink, borderWidth: 0.5 })
  page.drawText(`Frame for ${family}, ${slats} slats`, { x: 300, y: 400, size: 9, font, color: ink })
  return page
}

/** Roman figures before the details, and a title for the first page of each family. */
function nameChapters(document: PDFDocument, pages: readonly PDFPage[]): void {
  const { context, catalog } = document
  catalog.set(
    PDFName.of('PageLabels'),
    context.obj({ Nums: [0, { S: 'r' }, 2, { S: 'D', P: PDFHexString.fromText('D-') }] }),
  )
  const root = context.nextRef()
  const refs = FAMILIES.map(() => context.nextRef())
  FAMILIES.forEach((family, i) => {
    const first = pages[Math.ceil((i * PAGES) / FAMILIES.length)]!
    const around: Record<string, PDFRef> = {}
    if (i > 0) around.Prev = refs[i - 1]!
    if (i < refs.length - 1) around.Next = refs[i + 1]!
    context.assign(
      refs[i]!,
      context.obj({
        Title: PDFHexString.fromText(family),
        Parent: root,
        Dest: [first.ref, PDFName.of('Fit')],
        ...around,
      }),
    )
  })
  context.assign(
    root,
    context.obj({ Type: 'Outlines', First: refs[0]!, Last: refs.at(-1)!, Count: PDFNumber.of(refs.length) }),
  )
  catalog.set(PDFName.of('Outlines'), root)
}
