import type { Comparison } from '../../compare/compare'
import { type Stroke, strokesOf } from '../../compare/strokes'
import { apply, invert } from '../../geometry/affine'
import { boxOf, corners, grow } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import type { Linework } from '../../sheet/linework'
import { counted } from '../../units/format'
import { MM_PER_PT } from '../../units/length'
import { group, INK } from '../svg/drawing'
import { cloud, type DrawnPage, drawn, type Layer, listPages, path, QUIET, RED, text, type Word } from './marks'

/** Two issues of a page that were compared, with what is said of each change. */
export interface ComparedPages {
  readonly title: string
  readonly older: { readonly name: string; readonly linework: Linework }
  readonly newer: { readonly name: string; readonly linework: Linework }
  readonly found: Comparison
  readonly says: readonly string[]
}

const GONE = '#b0620e'
const FRESH = '#155457'
/** From a change to its cloud, on paper. */
const AIR_MM = 3
/** What shows around a change on its picture, on paper, at least. */
const AROUND_MM = 14

/**
 * The changes between two issues for whoever was not there: the newer page with a numbered cloud around each change, what is
 * gone broken and what is new in colour; then each change by its number, in words, with its picture.
 */
export function drawChanges(pages: ComparedPages): DrawnPage[] {
  const { title, older, newer, says } = pages
  const { linework } = newer
  const { lines, gone, fresh, words, places } = onNewerPage(pages)
  const numbered = places.map((place, i) => {
    const box = grow(boxOf(place), AIR_MM)
    const number = text(String(i + 1), { x: box.minX, y: box.minY - 1.5 }, { heightMm: 4, colour: RED, bold: true })
    return `${path(cloud(corners(box)), RED, 0.5)}\n${number}`
  })
  const draw = ({ strokes, colour, widthMm, dash }: Layer) => drawn(strokes, colour, widthMm, dash)
  const clouded: DrawnPage = {
    paper: { widthMm: linework.widthPt * MM_PER_PT, heightMm: linework.heightPt * MM_PER_PT },
    label: title,
    groups: [
      group('Newer issue', [
        draw(lines),
        ...words.map(({ words: said, start, ...writing }) => text(said, start, { ...writing, colour: QUIET })),
      ]),
      group('Gone', [draw(gone)]),
      group('New', [draw(fresh)]),
      group('Clouds', numbered),
    ],
  }
  const ground = { layers: [lines, gone, fresh], words }
  const about = `${newer.name} against ${older.name}: ${counted(says.length, 'change')}.`
  const rows = says.map((sentence, i) => ({
    says: `${sentence}.`,
    place: { box: boxOf(places[i]!), ground },
    aroundMm: AROUND_MM,
  }))
  return [clouded, ...listPages(title, about, rows)]
}

/** All that is drawn, in millimetres on the newer page, y down. */
function onNewerPage({ newer: { linework }, found }: ComparedPages) {
  const back = invert(found.registration.map)!
  const onPaper = ({ x, y }: Point): Point => ({ x: x * MM_PER_PT, y: (linework.heightPt - y) * MM_PER_PT })
  const fromOlder = (p: Point): Point => onPaper(apply(back, p))
  const moved = (strokes: readonly Stroke[], to: (p: Point) => Point) =>
    strokes.map(({ start, end }): Stroke => ({ start: to(start), end: to(end) }))
  const words = linework.text.map(
    ({ text: said, x, y, lengthPt, heightPt, turnRad }): Word => ({
      words: said,
      start: onPaper({ x, y }),
      end: onPaper({ x: x + lengthPt * Math.cos(turnRad), y: y + lengthPt * Math.sin(turnRad) }),
      heightMm: heightPt * MM_PER_PT,
      colour: INK,
      turnRad,
    }),
  )
  return {
    lines: { strokes: moved(strokesOf(linework), onPaper), colour: QUIET, widthMm: 0.15 },
    gone: { strokes: moved(found.gone, fromOlder), colour: GONE, widthMm: 0.45, dash: '2 1.4' },
    fresh: { strokes: moved(found.fresh, fromOlder), colour: FRESH, widthMm: 0.45 },
    words,
    places: found.changes.map(({ box }) => corners(box).map(fromOlder)),
  }
}
