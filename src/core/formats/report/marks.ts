import type { Stroke } from '../../compare/strokes'
import { type Box, boxOf, contains, corners, grow } from '../../geometry/box'
import { add, distance, leftOf, type Point, scale, subtract, unit } from '../../geometry/vector'
import { visiblePieces } from '../../sheet/clip'
import type { PaperSize } from '../paper/papers'
import { figure, group, INK, type PlanGroup } from '../svg/drawing'
import { escapeXml } from '../xml'

/** What reports are drawn of: millimetres on paper, y down. */

/** A page with its size. */
export interface DrawnPage {
  readonly paper: PaperSize
  readonly groups: readonly PlanGroup[]
  readonly label: string
}

export const QUIET = '#8b918c'
export const RED = '#a8281c'

const at = ({ x, y }: Point): string => `${figure(x)} ${figure(y)}`

export function drawn(strokes: readonly Stroke[], colour: string, widthMm: number, dash = ''): string {
  if (strokes.length === 0) return ''
  const d = strokes.map(({ start, end }) => `M${at(start)}L${at(end)}`).join('')
  return `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${widthMm}"${dash && ` stroke-dasharray="${dash}"`}/>`
}

export function path(run: readonly Point[] | string, colour: string, widthMm: number): string {
  const d = typeof run === 'string' ? run : run.map((p, i) => `${i === 0 ? 'M' : 'L'}${at(p)}`).join('')
  return `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${widthMm}" stroke-linejoin="round"/>`
}

export const frameOf = (box: Box): readonly Point[] => [...corners(box), corners(box)[0]!]

export const filled = ({ minX, minY, maxX, maxY }: Box, colour: string): string =>
  `<rect x="${figure(minX)}" y="${figure(minY)}" width="${figure(maxX - minX)}" height="${figure(maxY - minY)}" fill="${colour}"/>`

/** How words are written. */
export interface Writing {
  /** Of capitals, about. */
  readonly heightMm: number
  readonly colour?: string
  readonly bold?: boolean
  readonly turnRad?: number
}

export function text(words: string, p: Point, { heightMm, colour = INK, bold = false, turnRad = 0 }: Writing): string {
  const turn = turnRad === 0 ? '' : ` transform="rotate(${figure((-turnRad * 180) / Math.PI)} ${at(p)})"`
  return `<text x="${figure(p.x)}" y="${figure(p.y)}" font-size="${figure(heightMm)}"${bold ? ' font-weight="bold"' : ''} fill="${colour}"${turn}>${escapeXml(words)}</text>`
}

/** A sentence in lines of at most so many letters. */
export function wrapped(sentence: string, most: number): string[] {
  const lines: string[] = []
  for (const word of sentence.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + word.length < most) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

const BOW_MM = 4

/** Bows around a ring, outwards, as clouds are drawn around changes. */
export function cloud(ring: readonly Point[]): string {
  const bows: string[] = []
  ring.forEach((from, i) => {
    const to = ring[(i + 1) % ring.length]!
    const along = unit(subtract(to, from))
    if (!along) return
    const size = distance(from, to)
    const count = Math.max(1, Math.round(size / BOW_MM))
    // The outside of a ring that runs anticlockwise lies at the right hand.
    const out = scale(leftOf(along), -1)
    for (let k = 0; k < count; k++) {
      const [a, b] = [k, k + 1].map((n) => add(from, scale(along, (n / count) * size))) as [Point, Point]
      const pull = scale(out, (0.55 * size) / count)
      bows.push(`${bows.length === 0 ? `M${at(a)}` : ''}C${at(add(a, pull))} ${at(add(b, pull))} ${at(b)}`)
    }
  })
  return `${bows.join('')}Z`
}

/** Strokes that are drawn alike. */
export interface Layer {
  readonly strokes: readonly Stroke[]
  readonly colour: string
  readonly widthMm: number
  readonly dash?: string
}

/** A word with where it begins and ends. */
export interface Word extends Writing {
  readonly words: string
  readonly start: Point
  readonly end: Point
}

/** What pictures are cut out of. */
export interface Ground {
  readonly layers: readonly Layer[]
  readonly words: readonly Word[]
}

/** A row of a list: what is said, and the place of which a picture stands beside it. */
export interface ListRow {
  readonly says: string
  /** Null where there is nothing to be shown. */
  readonly place: { readonly box: Box; readonly ground: Ground } | null
  /** From the edge of the place to that of the picture, at least. */
  readonly aroundMm: number
}

const LIST_PAPER: PaperSize = { widthMm: 210, heightMm: 297 }
const MARGIN_MM = 16
const ROW_MM = 46
const HEAD_MM = 2.4 * MARGIN_MM
/** Rows on a page. */
const ROWS = Math.floor((LIST_PAPER.heightMm - 3 * MARGIN_MM) / ROW_MM)
const PICTURE_MM = { widthMm: 58, heightMm: 40 }
/** What shows around a place, in parts of its size. */
const AROUND = 0.5
const LETTERS = 46

/** A page of text and whatever stands on it, beneath a title. */
export function textPage(title: string, about: string, content: readonly string[], label: string): DrawnPage {
  const head = [
    text(title, { x: MARGIN_MM, y: MARGIN_MM + 4 }, { heightMm: 6, bold: true }),
    text(about, { x: MARGIN_MM, y: MARGIN_MM + 11 }, { heightMm: 3.4 }),
  ]
  return { paper: LIST_PAPER, label, groups: [group(label, [...head, ...content])] }
}

/** Numbered rows with their pictures, on as many pages as they take. */
export function listPages(title: string, about: string, rows: readonly ListRow[]): DrawnPage[] {
  const count = Math.ceil(rows.length / ROWS)
  return Array.from({ length: count }, (_, page) => {
    const first = page * ROWS
    const drawnRows = rows
      .slice(first, first + ROWS)
      .map((row, k) => drawnRow(row, first + k + 1, HEAD_MM + k * ROW_MM))
    return textPage(title, `${about} Page ${page + 1} of ${count}.`, drawnRows, `List ${page + 1}`)
  })
}

function drawnRow({ says, place, aroundMm }: ListRow, number: number, top: number): string {
  const right = LIST_PAPER.widthMm - MARGIN_MM
  const rule = [
    { x: MARGIN_MM, y: top },
    { x: right, y: top },
  ]
  return [
    path(rule, QUIET, 0.1),
    text(String(number), { x: MARGIN_MM, y: top + 8 }, { heightMm: 5, colour: RED, bold: true }),
    ...wrapped(says, LETTERS).map((line, k) =>
      text(line, { x: MARGIN_MM + 12, y: top + 7.5 + k * 5.5 }, { heightMm: 3.6 }),
    ),
    place ? picture(place.ground, place.box, aroundMm, { x: right - PICTURE_MM.widthMm, y: top + 3 }) : '',
  ].join('\n')
}

/** The surroundings of a place, cut out of its ground. */
function picture({ layers, words }: Ground, box: Box, aroundMm: number, corner: Point): string {
  const around = Math.max(aroundMm, AROUND * Math.max(box.maxX - box.minX, box.maxY - box.minY))
  const view = withRatio(grow(box, around), PICTURE_MM.widthMm / PICTURE_MM.heightMm)
  const factor = PICTURE_MM.widthMm / (view.maxX - view.minX)
  const inPicture = ({ x, y }: Point): Point => ({
    x: corner.x + (x - view.minX) * factor,
    y: corner.y + (y - view.minY) * factor,
  })
  const clip = { box: view, areas: [] }
  const near = (strokes: readonly Stroke[]) =>
    strokes.flatMap(({ start, end }) =>
      visiblePieces(clip, start, end).map(([a, b]) => ({ start: inPicture(a), end: inPicture(b) })),
    )
  const edge = {
    minX: corner.x,
    minY: corner.y,
    maxX: corner.x + PICTURE_MM.widthMm,
    maxY: corner.y + PICTURE_MM.heightMm,
  }
  return [
    ...layers.map(({ strokes, colour, widthMm, dash }) => drawn(near(strokes), colour, widthMm, dash)),
    // Whole words: what begins near an edge would run out of the picture.
    ...words
      .filter(({ start, end }) => contains(view, start) && contains(view, end))
      .map(({ words: said, start, ...writing }) =>
        text(said, inPicture(start), { ...writing, heightMm: writing.heightMm * factor }),
      ),
    path(frameOf(boxOf(corners(grow(box, 1)).map(inPicture))), RED, 0.3),
    path(frameOf(edge), QUIET, 0.15),
  ].join('\n')
}

function withRatio(box: Box, ratio: number): Box {
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY]
  const wide = Math.max(width, height * ratio)
  const high = wide / ratio
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
  return { minX: x - wide / 2, maxX: x + wide / 2, minY: y - high / 2, maxY: y + high / 2 }
}
