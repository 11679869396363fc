import { PDFDocument, type PDFFont, StandardFonts } from 'pdf-lib'
import { Drawing } from './drawing'
import { wallRun, windowIn } from './plan-parts'

/**
 * The plan set of the Teal Reach Rowing Club's boathouse, wholly made up. Drawn for 1:100 on A2, then printed
 * “fit to page” on A3 by somebody in an office: whatever the title block says, it is not 1:100.
 */
const PT_PER_MM_OF_PAPER = 72 / 25.4
/** A2 on A3 with the printer's margins. */
const FIT_TO_PAGE = 0.6866
const PT_PER_MM = (PT_PER_MM_OF_PAPER / 100) * FIT_TO_PAGE
const A3 = { width: 420 * PT_PER_MM_OF_PAPER, height: 297 * PT_PER_MM_OF_PAPER }

/** Outside of the walls, and how thick they are. */
const LENGTH = 31200
const WIDTH = 14400
const OUTER = 365
const INNER = 115

export async function boathouseSet(): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle('Teal Reach Rowing Club – boathouse')
  document.setProducer('Reach Drawing Office')
  const font = await document.embedFont(StandardFonts.Helvetica)
  const drawings = [groundFloor(document, font), upperFloor(document, font), section(document, font)]
  Drawing.nameLayers(document, drawings)
  return document.save({ useObjectStreams: true })
}

/** The ground floor as it was issued again, with changes, and lying a little otherwise on its paper. */
export async function boathouseGroundFloorAgain(): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle('Teal Reach Rowing Club – boathouse, ground floor, issue B')
  document.setProducer('Reach Drawing Office')
  const font = await document.embedFont(StandardFonts.Helvetica)
  Drawing.nameLayers(document, [groundFloor(document, font, ISSUE_B)])
  return document.save({ useObjectStreams: true })
}

/** What differs between the issues of the ground floor. */
interface Issue {
  readonly title: string
  readonly zero: { readonly x: number; readonly y: number }
  /** How far the upper door of the boat hall stands along its wall. */
  readonly doorAt: number
  /** Windows of the north wall, from the east. */
  readonly windows: readonly (readonly [from: number, width: number])[]
  readonly store: string
  readonly wall26: number
}

const ISSUE_A: Issue = {
  title: 'Ground floor plan',
  zero: { x: 190, y: 255 },
  doorAt: 9400,
  windows: [
    [3000, 1500],
    [8200, 1500],
    [13400, 1500],
    [22000, 2400],
  ],
  store: 'STORE',
  wall26: 26000,
}

const ISSUE_B: Issue = {
  title: 'Ground floor plan, issue B',
  zero: { x: 203, y: 246 },
  doorAt: 8900,
  // The second one is gone.
  windows: ISSUE_A.windows.filter(([from]) => from !== 8200),
  store: 'DRYING',
  wall26: 25850,
}

function newSheet(
  document: PDFDocument,
  font: PDFFont,
  title: string,
  number: string,
  zero: { x: number; y: number },
): Drawing {
  const page = document.addPage([A3.width, A3.height])
  const drawing = new Drawing(document, page, font, PT_PER_MM, zero)
  const mm = (x: number, y: number) => [(x - zero.x) / PT_PER_MM, (y - zero.y) / PT_PER_MM] as const
  drawing.on('Border')
  const frame = (inset: number, width: number) => {
    const [x1, y1] = mm(inset, inset)
    const [x2, y2] = mm(A3.width - inset, A3.height - inset)
    drawing.rect(x1, y1, x2 - x1, y2 - y1, width)
  }
  frame(24, 1.1)
  const [bx, by] = mm(A3.width - 24 - 250, 24)
  const [, top] = mm(0, 24 + 92)
  drawing.rect(bx, by, 250 / PT_PER_MM, top - by, 0.8)
  const row = (y: number, text: string, size: number) =>
    drawing.text(text, ...mm(A3.width - 24 - 240, y), size, 0, 'start')
  drawing.line(...mm(A3.width - 274, 78), ...mm(A3.width - 24, 78), 0.4)
  row(96, 'TEAL REACH ROWING CLUB', 11)
  row(84, 'New boathouse on the lower meadow', 7)
  row(62, title, 9)
  row(46, 'Scale 1:100 on A2', 7)
  row(32, `Sheet ${number}   issued 14 March   all sizes in mm`, 6)
  return drawing.on(null)
}

function groundFloor(document: PDFDocument, font: PDFFont, issue: Issue = ISSUE_A): Drawing {
  const { doorAt, windows, wall26 } = issue
  const d = newSheet(document, font, issue.title, 'A-01', issue.zero)
  const bay = 5200
  d.on('Walls')
  const doors = [0, 1, 2, 3].map((i) => [1100 + i * bay, 3000] as [number, number])
  wallRun(d, 0, 0, LENGTH, 0, OUTER, doors)
  wallRun(d, LENGTH, 0, LENGTH, WIDTH, OUTER, [
    [2600, 1800],
    [9000, 1800],
  ])
  wallRun(
    d,
    LENGTH,
    WIDTH,
    0,
    WIDTH,
    OUTER,
    windows.map(([from, width]) => [from, width]),
  )
  wallRun(d, 0, WIDTH, 0, 0, OUTER, [[6200, 1010]])
  const hall = 20800
  wallRun(d, hall, OUTER, hall, WIDTH - OUTER, INNER, [
    [1800, 885],
    [doorAt, 885],
  ])
  wallRun(d, hall, 6400, LENGTH - OUTER, 6400, INNER, [[4100, 885]])
  wallRun(d, wall26, 6515, wall26, WIDTH - OUTER, INNER, [[2400, 760]])
  d.on('Openings')
  for (const [x, width] of doors) {
    d.quarter(x, 0, width / 2, 270).line(x, 0, x, -width / 2, 0.6)
    d.quarter(x + width, 0, width / 2, 180).line(x + width, 0, x + width, -width / 2, 0.6)
  }
  d.quarter(0 - 0, WIDTH - 6200 - 1010, 1010, 90).line(0, WIDTH - 7210, -1010, WIDTH - 7210, 0.6)
  for (const [x, y] of [
    [hall - 115, OUTER + 1800],
    [hall - 115, OUTER + doorAt],
  ] as const)
    d.quarter(x, y, 885, 90).line(x, y, x - 885, y, 0.6)
  for (const [x, width] of windows.toReversed()) windowIn(d, LENGTH - x - width, WIDTH - OUTER, width, OUTER, false)
  for (const y of [2600, 9000]) windowIn(d, LENGTH - OUTER, y, 1800, OUTER, true)
  d.on('Boats')
  for (let rack = 0; rack < 4; rack++)
    for (let level = 0; level < 4; level++) {
      const y = 2300 + rack * 2900 + level * 420
      d.line(1300, y, 18600, y + 60, 0.2).line(1300, y, 18600, y - 60, 0.2)
    }
  d.on('Hatching')
  for (let i = 0; i < 150; i++) d.line(-900 + i * 230, -1500, -900 + i * 230 + 700, -800, 0.12)
  d.on('Rooms')
  d.text('BOAT HALL', 9800, 8100, 11)
    .text('WORKSHOP', 26000, 3400, 8)
    .text('CHANGING', 23400, 10200, 7)
    .text(issue.store, 28600, 10200, 7)
  d.on('Dimensions')
  d.dimension(0, 0, LENGTH, 0, -3400)
  for (let i = 0; i < 4; i++) {
    d.dimension(1100 + i * bay, 0, 4100 + i * bay, 0, -2100)
    if (i < 3) d.dimension(4100 + i * bay, 0, 1100 + (i + 1) * bay, 0, -2100)
  }
  d.dimension(0, 0, 1100, 0, -2100).dimension(19700, 0, LENGTH, 0, -2100)
  d.dimension(LENGTH, 0, LENGTH, WIDTH, -2000)
  d.dimension(LENGTH, 0, LENGTH, 2600, -900).dimension(LENGTH, 4400, LENGTH, 9000, -900)
  d.dimension(0, WIDTH, 0, 0, -2000)
  d.dimension(0, WIDTH, 6700, WIDTH, 1100).dimension(9200, WIDTH, LENGTH, WIDTH, 1100)
  d.dimension(0, WIDTH, LENGTH, WIDTH, 2300)
  d.dimension(OUTER, 12600, hall - INNER, 12600, 0)
  d.dimension(hall, 5600, LENGTH - OUTER, 5600, 0)
  d.dimension(hall, 13500, wall26 - INNER, 13500, 0)
  // The printed number is what the club signed; the wall was drawn 6 mm further out.
  d.dimension(wall26, 13500, LENGTH - OUTER, 13500, 0, issue === ISSUE_A ? '4829' : undefined)
  d.on(null)
  return d
}

function upperFloor(document: PDFDocument, font: PDFFont): Drawing {
  const d = newSheet(document, font, 'Upper floor plan', 'A-02', { x: 190, y: 255 })
  d.on('Walls')
  wallRun(d, 14000, 0, LENGTH, 0, OUTER, [
    [1200, 3600],
    [6400, 3600],
    [11600, 3600],
  ])
  wallRun(d, LENGTH, 0, LENGTH, WIDTH, OUTER, [[5200, 2400]])
  wallRun(d, LENGTH, WIDTH, 14000, WIDTH, OUTER, [
    [2200, 1500],
    [7400, 1500],
  ])
  wallRun(d, 14000, WIDTH, 14000, 0, OUTER, [[9000, 2010]])
  wallRun(d, 24000, OUTER, 24000, WIDTH - OUTER, INNER, [[3200, 885]])
  d.on('Stairs')
  for (let i = 0; i < 17; i++) d.line(15200 + i * 270, 11200, 15200 + i * 270, 12400, 0.3)
  d.rect(15200, 11200, 16 * 270, 1200, 0.4)
  d.on('Rooms')
  d.text('CLUB ROOM', 19000, 6400, 11).text('KITCHEN', 27600, 6400, 8).text('Void over boat hall', 7000, 7000, 8)
  d.on('Void')
  d.line(0, 0, 14000, WIDTH, 0.2, [6, 3]).line(0, WIDTH, 14000, 0, 0.2, [6, 3]).rect(0, 0, 14000, WIDTH, 0.3)
  d.on('Dimensions')
  d.dimension(14000, 0, LENGTH, 0, -1800).dimension(0, 0, LENGTH, 0, -3000)
  d.dimension(LENGTH, 0, LENGTH, WIDTH, -1800)
  d.dimension(14365, 2400, 23885, 2400, 0).dimension(24000, 2400, 30835, 2400, 0)
  d.on(null)
  return d
}

function section(document: PDFDocument, font: PDFFont): Drawing {
  const d = newSheet(document, font, 'Section A–A through the boat hall', 'A-03', { x: 330, y: 300 })
  const ridge = 8650
  const eaves = 4200
  d.on('Section')
  wallRun(d, 365, 0, 365, eaves, 365)
  wallRun(d, WIDTH, 0, WIDTH, eaves, 365)
  d.line(-700, eaves - 430, WIDTH / 2, ridge, 0.9).line(WIDTH + 700, eaves - 430, WIDTH / 2, ridge, 0.9)
  d.line(-700, eaves - 130, WIDTH / 2, ridge + 300, 0.9).line(WIDTH + 700, eaves - 130, WIDTH / 2, ridge + 300, 0.9)
  d.line(0, 3150, WIDTH, 3150, 0.6).line(0, 2850, WIDTH, 2850, 0.6)
  d.on('Frame')
  // Posts, rafters and a collar of glued timber, 320 deep, beneath the roof.
  const rise = (ridge - (eaves - 430)) / (WIDTH / 2 + 700)
  const beneath = (x: number) => eaves - 430 + rise * (x + 700) - 320 * Math.hypot(1, rise)
  const reach = (y: number) => (y - beneath(0)) / rise
  for (const side of [(x: number) => x, (x: number) => WIDTH - x]) {
    d.line(side(365), 0, side(365), beneath(365), 0.5).line(side(685), 0, side(685), beneath(685), 0.5)
    d.line(side(365), beneath(365), side(WIDTH / 2), beneath(WIDTH / 2), 0.5)
  }
  for (const y of [5600, 5920]) d.line(reach(y), y, WIDTH - reach(y), y, 0.5)
  d.line(-1800, 0, WIDTH + 1800, 0, 0.9).line(-1800, -200, WIDTH + 1800, -200, 0.4)
  d.on('Levels')
  for (const [level, name] of [
    [0, '±0.000'],
    [3150, '+3.150'],
    [4200, '+4.200'],
    [8950, '+8.950'],
  ] as const) {
    d.line(WIDTH + 1400, level, WIDTH + 3600, level, 0.25)
    d.line(WIDTH + 1700, level, WIDTH + 1500, level + 220, 0.4).line(
      WIDTH + 1700,
      level,
      WIDTH + 1900,
      level + 220,
      0.4,
    )
    d.text(name, WIDTH + 2900, level + 110, 6.5)
  }
  d.on('Dimensions')
  d.dimension(0, 0, WIDTH, 0, -1400)
  d.dimension(0, 0, 0, 2850, 1300).dimension(0, 0, 0, eaves, 2500)
  d.on(null)
  return d
}
