import { degrees, PDFDocument, rgb, StandardFonts } from 'pdf-lib'
import { seeded } from './random'

const PT_PER_MM = 72 / 25.4
/** A2, drawn upright and turned by the file, as plotters do. */
const PAGE = { width: 420 * PT_PER_MM, height: 594 * PT_PER_MM }
/** The corner of the survey grid that stands at the lower left, in metres. */
const EAST = 412_300
const NORTH = 5_538_400
const PT_PER_METRE = (1000 * PT_PER_MM) / 500

/** The lower meadow at 1:500 with its survey grid; the page lies on its side. */
export async function siteSheet(): Promise<Uint8Array> {
  const random = seeded(42)
  const document = await PDFDocument.create()
  document.setTitle('Teal Reach – lower meadow')
  document.setProducer('Reach Survey Plotter')
  const font = await document.embedFont(StandardFonts.Helvetica)
  const page = document.addPage([PAGE.width, PAGE.height])
  page.setRotation(degrees(90))
  const ink = rgb(0.15, 0.15, 0.15)
  const line = (x1: number, y1: number, x2: number, y2: number, thickness: number, color = ink) =>
    page.drawLine({ start: { x: x1, y: y1 }, end: { x: x2, y: y2 }, thickness, color })
  // Turned by a quarter, what runs up the page runs along it: the drawing's own right is the page's up.
  const at = (eastM: number, northM: number) => ({
    x: PAGE.width - 60 - (northM - NORTH) * PT_PER_METRE,
    y: 60 + (eastM - EAST) * PT_PER_METRE,
  })
  const text = (words: string, eastM: number, northM: number, size: number) =>
    page.drawText(words, { ...at(eastM, northM), size, font, rotate: degrees(90), color: ink })
  for (let i = 0; i <= 5; i++)
    for (let k = 0; k <= 3; k++) {
      const { x, y } = at(EAST + i * 50, NORTH + k * 50)
      line(x - 6, y, x + 6, y, 0.4)
      line(x, y - 6, x, y + 6, 0.4)
      text(`${EAST + i * 50} / ${NORTH + k * 50}`, EAST + i * 50 + 2, NORTH + k * 50 + 1.5, 5)
    }
  const bank = Array.from({ length: 52 }, (_, i) =>
    at(EAST + i * 5, NORTH + 128 + Math.sin(i / 7) * 9 + random() * 1.2),
  )
  for (const [i, p] of bank.slice(1).entries()) line(bank[i]!.x, bank[i]!.y, p.x, p.y, 0.9, rgb(0.1, 0.3, 0.5))
  const shed = [
    [90, 70],
    [121.2, 70],
    [121.2, 84.4],
    [90, 84.4],
  ].map(([east, north]) => at(EAST + east!, NORTH + north!))
  for (const [i, p] of shed.entries()) {
    const q = shed[(i + 1) % shed.length]!
    line(p.x, p.y, q.x, q.y, 1.2)
  }
  for (let i = 0; i < 160; i++) {
    const [east, north] = [EAST + random() * 250, NORTH + random() * 115]
    const { x, y } = at(east, north)
    line(x - 1.5, y, x + 1.5, y, 0.25)
    line(x, y - 1.5, x, y + 1.5, 0.25)
    text((31 + random() * 3).toFixed(2), east + 1, north + 0.4, 3.6)
  }
  text('TEAL REACH ROWING CLUB - lower meadow', EAST + 150, NORTH + 8, 11)
  text('Scale 1:500   levels in metres   grid 50 m', EAST + 150, NORTH + 3, 7)
  return document.save()
}
