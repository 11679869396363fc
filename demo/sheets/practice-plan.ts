import { PDFDocument, StandardFonts } from 'pdf-lib'
import { Drawing } from './drawing'
import { wallRun, windowIn } from './plan-parts'

/** Drawn at 1:50 on A4, then printed a little smaller: what the title says does not hold, as on many real prints. */
const PRINTED = 0.94
const PT_PER_MM = ((72 / 25.4) * PRINTED) / 50
const A4 = { width: 842, height: 595 }

/** Outside of the kiosk and its walls, in millimetres. */
const [LENGTH, WIDTH, OUTER, INNER] = [7200, 4400, 240, 115]
const PARTITION_AT = 4500

/** The sheet of the guided job: a ferry kiosk of two rooms, wholly made up, with printed dimensions. The same bytes every time. */
export async function practicePlan(): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  document.setTitle('Ferry kiosk')
  const page = document.addPage([A4.width, A4.height])
  const font = await document.embedFont(StandardFonts.Helvetica)
  const d = new Drawing(document, page, font, PT_PER_MM, { x: 200, y: 180 })
  d.on('Walls')
  wallRun(d, 0, 0, LENGTH, 0, OUTER, [[5200, 1010]])
  wallRun(d, LENGTH, 0, LENGTH, WIDTH, OUTER, [[1500, 1200]])
  wallRun(d, LENGTH, WIDTH, 0, WIDTH, OUTER, [[3600, 2400]])
  wallRun(d, 0, WIDTH, 0, 0, OUTER)
  wallRun(d, PARTITION_AT, OUTER, PARTITION_AT, WIDTH - OUTER, INNER, [[400, 885]])
  d.on('Openings')
  d.quarter(5200, 0, 1010, 270).line(5200, 0, 5200, -1010, 0.6)
  d.quarter(PARTITION_AT, OUTER + 400, 885, 0).line(PARTITION_AT, OUTER + 400, PARTITION_AT + 885, OUTER + 400, 0.6)
  windowIn(d, LENGTH - 3600 - 2400, WIDTH - OUTER, 2400, OUTER, false)
  windowIn(d, LENGTH - OUTER, 1500, 1200, OUTER, true)
  d.on('Text')
  d.text('TICKETS', 2200, 2200, 9).text('STORE', 5900, 3000, 8)
  d.text('Ferry kiosk, plan   1:50', 0, -2300, 9, 0, 'start')
  d.on('Dimensions')
  d.dimension(0, 0, LENGTH, 0, -1500)
  d.dimension(LENGTH, 0, LENGTH, WIDTH, -900)
  d.dimension(0, WIDTH, 0, 0, -900)
  d.dimension(0, WIDTH, LENGTH, WIDTH, 1000)
  d.dimension(OUTER, 3700, PARTITION_AT - INNER, 3700, 0)
  d.dimension(PARTITION_AT, 1700, LENGTH - OUTER, 1700, 0)
  Drawing.nameLayers(document, [d.on(null)])
  return document.save({ useObjectStreams: false })
}
