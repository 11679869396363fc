import type { Affine } from '../../../geometry/affine'
import { flattenCubic } from '../../../geometry/bezier'
import { boxOf } from '../../../geometry/box'
import type { Point } from '../../../geometry/vector'
import { type Clip, ClipArea, isInside, visiblePieces } from '../../../sheet/clip'
import { curveOf, isVisible, type LineStyle, type Linework, segmentEnds } from '../../../sheet/linework'
import { MM_PER_PT } from '../../../units/length'
import { frame } from './entities/image'
import { type Entity, Pen, planeMap, pointOf, toRad } from './entity'
import { type DxfRecord, recordsOf } from './records'
import { groupsOf } from './tokens'

/** A page of a file beside a drawing that the drawing shows. */
export interface ShownPage {
  /** Its file as the drawing names it, perhaps with folders. */
  readonly file: string
  /** From 1. */
  readonly page: number
  /** What it draws; null where the file is not at hand. */
  readonly linework: Linework | null
}

/** Pages that a drawing shows, by the handle of what defines them in it. */
export type ShownPages = ReadonlyMap<string, ShownPage>

/** Entities that show a page. */
export const PAGE_ENTITIES: ReadonlySet<string> = new Set(['PDFUNDERLAY', 'PDFREFERENCE'])
const DEFINITION = 'PDFDEFINITION'

/** The pages that a text DXF shows, none of them opened. They are defined behind what shows them. @throws SourceError */
export function shownPagesOf(bytes: Uint8Array): Map<string, ShownPage> {
  const pages = new Map<string, ShownPage>()
  for (const { record } of recordsOf(groupsOf(bytes))) {
    const file = record.type === DEFINITION ? record.text(1) : undefined
    if (file) pages.set(record.text(5) ?? '', { file, page: Number(record.text(2)) || 1, linework: null })
  }
  return pages
}

const PT_PER_INCH = 72
const CLIPPED = 1
const ON = 2
/** How far chords of a curve that a clip cuts may leave it. */
const FLATNESS_PT = 0.02
/** Height of the words that stand for a page, in inches of it. */
const WORDS_INCH = 0.15

/**
 * Draws a page where the drawing shows it, on the layer that shows it, in its own pens; where it is not at hand, its
 * name. Its pictures are drawn as their edges.
 */
export function drawPage({ record }: Entity, pen: Pen, pages: ShownPages): void {
  if ((record.number(280, ON) & ON) === 0) return
  const shown = pages.get(record.text(340) ?? '')
  const turn = toRad(record.number(50))
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [perPtX, perPtY] = [record.number(41, 1) / PT_PER_INCH, record.number(42, 1) / PT_PER_INCH]
  const at = pointOf(record, 10)
  const place: Affine = [cos * perPtX, sin * perPtX, -sin * perPtY, cos * perPtY, at.x, at.y]
  const onPage = pen.through(planeMap(record)).through(place)
  if (shown?.linework) drawLinework(shown.linework, onPage, Math.abs(perPtX), clipOf(record))
  else if (shown) {
    const name = `${ownName(shown.file)}, page ${shown.page}`
    const height = WORDS_INCH * PT_PER_INCH
    onPage.text(name, { x: 0, y: 0 }, 0, height, name.length * height)
  }
}

/** A file's name without its folders, whichever way they are parted. */
export const ownName = (file: string): string => file.split(/[\\/]/).at(-1) ?? file

/** What of the page shows: two corners of a box or a ring, in inches of the page; null for the whole. */
function clipOf(record: DxfRecord): Clip | null {
  if ((record.number(280, ON) & CLIPPED) === 0) return null
  const [xs, ys] = [record.numbers(11), record.numbers(21)]
  const ring = xs.map((x, i): Point => ({ x: x * PT_PER_INCH, y: (ys[i] ?? 0) * PT_PER_INCH }))
  const [a, b] = ring
  if (!a || !b) return null
  if (ring.length === 2) return { box: boxOf(ring), areas: [] }
  return { box: boxOf(ring), areas: [new ClipArea([ring], true)] }
}

function drawLinework(linework: Linework, pen: Pen, unitsPerPt: number, clip: Clip | null): void {
  const { layer } = pen.look
  const penOf = ({ color, widthPt, dashPt }: LineStyle) => {
    const shown = color.startsWith('#') ? color : pen.look.color
    const look = { layer, color: shown, weight: widthPt * MM_PER_PT * 100, dash: dashPt.map((pt) => pt * unitsPerPt) }
    return new Pen(pen.drawn, pen.map, look, pen.within)
  }
  const admits = (p: Point) => clip === null || isInside(clip, p)
  const drawLine = (own: Pen, start: Point, end: Point, isFill: boolean) => {
    for (const piece of visiblePieces(clip, start, end)) own.line(...piece, isFill)
  }
  const styles = linework.styles.map((style) => ({ pen: penOf(style), isFill: style.kind === 'fill' }))
  linework.segmentStyles.forEach((style, i) => {
    const { pen: own, isFill } = styles[style]!
    if (isVisible(linework.segmentFlags[i]!)) drawLine(own, ...segmentEnds(linework, i), isFill)
  })
  linework.curveStyles.forEach((style, i) => {
    const { pen: own, isFill } = styles[style]!
    if (!isVisible(linework.curveFlags[i]!)) return
    const curve = curveOf(linework, i)
    const whole = !clip || Object.values(curve).every((p: Point) => isInside(clip, p))
    if (whole) own.curve(curve, isFill)
    const chords = whole ? [] : flattenCubic(curve, FLATNESS_PT)
    for (let k = 1; k < chords.length; k++) drawLine(own, chords[k - 1]!, chords[k]!, isFill)
  })
  for (const { text, x, y, lengthPt, heightPt, turnRad, flags } of linework.text)
    if (isVisible(flags) && admits({ x, y })) pen.text(text, { x, y }, turnRad, heightPt, lengthPt)
  for (const { map, flags } of linework.images) if (isVisible(flags)) frame(pen.through(map))
}
