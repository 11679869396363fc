import { PDFDocument, PDFName } from 'pdf-lib'
import { seeded } from '../../demo/sheets/random'

/** A0 landscape, in points. */
export const SHEET = { widthPt: 3370, heightPt: 2384 }

/**
 * A sheet of short straight lines, spread evenly as in a large plan, always the same for the same numbers.
 * @param segments how many
 * @param perPath how many of them hang together in one path: 1 where every line is stroked alone, the slowest kind
 */
export async function densePage(segments: number, perPath: number): Promise<Uint8Array> {
  const random = seeded(7)
  /** One to twelve points away, turned back at the edge: no line is without length. */
  const near = (value: number, limit: number) => {
    const step = (1 + 11 * random()) * (random() < 0.5 ? -1 : 1)
    return value + step < 0 || value + step > limit ? value - step : value + step
  }
  const content: string[] = []
  const { widthPt, heightPt } = SHEET
  for (let drawn = 0; drawn < segments; drawn += perPath) {
    if (drawn % 5000 === 0) content.push(`${(0.1 + random()).toFixed(2)} w`)
    let x = random() * widthPt
    let y = random() * heightPt
    content.push(`${x.toFixed(2)} ${y.toFixed(2)} m`)
    for (let i = 0; i < perPath; i++) {
      x = near(x, widthPt)
      y = near(y, heightPt)
      content.push(`${x.toFixed(2)} ${y.toFixed(2)} l`)
    }
    content.push('S')
  }
  const document = await PDFDocument.create()
  const page = document.addPage([widthPt, heightPt])
  const stream = document.context.flateStream(content.join('\n'))
  page.node.set(PDFName.of('Contents'), document.context.register(stream))
  return document.save({ useObjectStreams: false })
}
