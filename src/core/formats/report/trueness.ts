import { OFF_CLASSES_MM, OFF_COLOURS } from '../../check/off-classes'
import { sayDoubt, sayOff, sayUntraced } from '../../check/say'
import type { CheckedSheet, LevelTrueness, StatedLength, Trueness } from '../../check/trueness'
import { type Stroke, strokesOf } from '../../compare/strokes'
import { boxOf, grow } from '../../geometry/box'
import { project } from '../../geometry/projective'
import type { Point } from '../../geometry/vector'
import { boardMap } from '../../model/underlay/placement'
import { counted, formatLength, formatPerThousand, type LengthDisplay } from '../../units/format'
import { type DrawnPage, filled, type Ground, type ListRow, listPages, QUIET, RED, text, textPage } from './marks'

/** So many of each kind have pictures; the figures count all. */
const MOST = 40
/** Around a place on its picture, on site. */
const AROUND_MM = 700
const TRACED = '#155457'

/** What is drawn of a check: the model and what it was compared with. */
export interface DrawnTrueness {
  readonly project: string
  readonly trueness: Trueness
  readonly sheets: readonly CheckedSheet[]
  readonly display: LengthDisplay
}

/** How true a model is, as a report: figures for each level, stated lengths, and what is amiss with its pictures. */
export function drawTrueness(report: DrawnTrueness): DrawnPage[] {
  const { project: name, trueness, display } = report
  const { levels, stated, toleranceMm } = trueness
  const tolerance = formatLength(toleranceMm, display)
  const title = `How true ${name} is to its sheets`
  let y = 44
  const content: string[] = []
  for (const level of levels) {
    content.push(...levelFigures(level, toleranceMm, display, y))
    y += LEVEL_MM
  }
  content.push(...statedFigures(stated, display, y + 4))
  if (levels.length === 0)
    content.push(text('There is no sheet with lines to compare with.', { x: LEFT_MM, y: 44 }, { heightMm: 3.6 }))
  const summary = textPage(title, `Tolerance ${tolerance}.`, content, 'Figures')
  const rows = levels.flatMap((level) => rowsOf(level, report))
  return [summary, ...listPages(title, `${counted(rows.length, 'place')} to look at.`, rows)]
}

const LEFT_MM = 16
const LEVEL_MM = 62
const BAR_MM = { width: 18, gap: 3, height: 24 }

function levelFigures(level: LevelTrueness, toleranceMm: number, display: LengthDisplay, top: number): string[] {
  const { name, sheets, edges, counts, doubts, untraced } = level
  const found = edges.filter((edge) => edge.found !== null)
  const out = found.filter((edge) => edge.found!.offMm > toleranceMm).length
  const says = [
    `${out} of ${counted(found.length, 'traced edge')} beyond tolerance; ${edges.length - found.length} with no line of a sheet near.`,
    `${counted(doubts.length, 'place')} where a sheet shows otherwise; ${counted(untraced.length, 'thing')} that nobody traced.`,
  ]
  const most = Math.max(1, ...counts)
  const foot = top + 20 + BAR_MM.height
  const bars = counts.flatMap((count, i) => {
    const x = LEFT_MM + i * (BAR_MM.width + BAR_MM.gap)
    const bound = OFF_CLASSES_MM[i]
    const box = { minX: x, maxX: x + BAR_MM.width, minY: foot - (count / most) * BAR_MM.height, maxY: foot }
    const word = bound ? `≤ ${formatLength(bound, display)}` : 'further'
    return [
      count > 0 ? filled(box, OFF_COLOURS[i]!) : '',
      text(count > 0 ? String(count) : '', { x, y: box.minY - 1.2 }, { heightMm: 3 }),
      text(word, { x, y: foot + 4.5 }, { heightMm: 2.8, colour: QUIET }),
    ]
  })
  return [
    text(`${name}: ${sheets.join(', ')}`, { x: LEFT_MM, y: top }, { heightMm: 4.2, bold: true }),
    ...says.map((line, k) => text(line, { x: LEFT_MM, y: top + 6 + k * 5 }, { heightMm: 3.4 })),
    ...bars,
  ]
}

/** Stated lengths, the worst first, as many as the page takes. */
function statedFigures(stated: readonly StatedLength[], display: LengthDisplay, top: number): string[] {
  const offOf = ({ statedMm, drawnMm, tracedMm }: StatedLength) =>
    Math.max(Math.abs(drawnMm - statedMm), Math.abs((tracedMm ?? statedMm) - statedMm)) / statedMm
  const rows = [...stated].sort((a, b) => offOf(b) - offOf(a)).slice(0, Math.max(0, Math.floor((275 - top) / 5)))
  if (rows.length === 0) return []
  const length = (mm: number) => formatLength(mm, display)
  return [
    text('Stated lengths', { x: LEFT_MM, y: top }, { heightMm: 4.2, bold: true }),
    ...rows.map((row, k) => {
      const traced = row.tracedMm === null ? '' : `, traced ${length(row.tracedMm)}`
      const words = `${row.sheet}: stated ${length(row.statedMm)}, drawn ${length(row.drawnMm)}${traced} (${formatPerThousand(1000 * offOf(row))})`
      return text(words, { x: LEFT_MM, y: top + 6 + k * 5 }, { heightMm: 3.2 })
    }),
  ]
}

/** What is amiss on a level, with its pictures. */
function rowsOf(level: LevelTrueness, { sheets, trueness, display }: DrawnTrueness): ListRow[] {
  const ground = groundOf(level, sheets)
  const length = (mm: number) => formatLength(mm, display)
  const row = (says: string, { start, end }: Stroke): ListRow => ({
    says: `${level.name}. ${says}`,
    place: { box: grow(boxOf([start, end].map(down)), 30), ground },
    aroundMm: AROUND_MM,
  })
  const off = level.edges
    .filter(({ found }) => found !== null && found.offMm > trueness.toleranceMm)
    .sort((a, b) => b.found!.offMm - a.found!.offMm)
  return [
    ...level.untraced.slice(0, MOST).map((each) => row(sayUntraced(each, length(each.mm)), each)),
    ...level.doubts.slice(0, MOST).map((each) => row(sayDoubt(each, length(each.mm)), each)),
    ...off.slice(0, MOST).map((each) => row(sayOff(length(each.found!.offMm), each), each)),
  ]
}

/** On paper y runs down. */
const down = ({ x, y }: Point): Point => ({ x, y: -y })
const turned = ({ start, end }: Stroke): Stroke => ({ start: down(start), end: down(end) })

/** The sheets of a level, with what was traced on them by how far it lies off. */
function groundOf({ levelId, edges, untraced }: LevelTrueness, sheets: readonly CheckedSheet[]): Ground {
  const lines = sheets
    .filter(({ underlay }) => underlay.levelId === levelId)
    .flatMap(({ underlay, linework }) => {
      const map = boardMap(underlay.placement)
      return strokesOf(linework).map(({ start, end }) => ({ start: project(map, start), end: project(map, end) }))
    })
  return {
    words: [],
    layers: [
      { strokes: lines.map(turned), colour: QUIET, widthMm: 0.12 },
      { strokes: edges.map(turned), colour: TRACED, widthMm: 0.35 },
      { strokes: untraced.map(turned), colour: RED, widthMm: 0.6 },
    ],
  }
}
