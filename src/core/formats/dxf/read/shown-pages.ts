import type { Affine } from '../../../geometry/affine'
import { curveOf, isVisible, type LineStyle, type Linework, segmentEnds } from '../../../sheet/linework'
import { MM_PER_PT } from '../../../units/length'
import { frame } from './entities/image'
import { type Entity, Pen, planeMap, pointOf, toRad } from './entity'
import { recordsOf } from './records'
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
const ON = 2
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
  if (shown?.linework) drawLinework(shown.linework, onPage, Math.abs(perPtX))
  else if (shown) {
    const name = `${ownName(shown.file)}, page ${shown.page}`
    const height = WORDS_INCH * PT_PER_INCH
    onPage.text(name, { x: 0, y: 0 }, 0, height, name.length * height)
  }
}

/** A file's name without its folders, whichever way they are parted. */
export const ownName = (file: string): string => file.split(/[\\/]/).at(-1) ?? file

function drawLinework(linework: Linework, pen: Pen, unitsPerPt: number): void {
  const { layer } = pen.look
  const penOf = ({ color, widthPt, dashPt }: LineStyle) => {
    const shown = color.startsWith('#') ? color : pen.look.color
    const look = { layer, color: shown, weight: widthPt * MM_PER_PT * 100, dash: dashPt.map((pt) => pt * unitsPerPt) }
    return new Pen(pen.drawn, pen.map, look, pen.within)
  }
  const styles = linework.styles.map((style) => ({ pen: penOf(style), isFill: style.kind === 'fill' }))
  linework.segmentStyles.forEach((style, i) => {
    const { pen: own, isFill } = styles[style]!
    if (isVisible(linework.segmentFlags[i]!)) own.line(...segmentEnds(linework, i), isFill)
  })
  linework.curveStyles.forEach((style, i) => {
    const { pen: own, isFill } = styles[style]!
    if (isVisible(linework.curveFlags[i]!)) own.curve(curveOf(linework, i), isFill)
  })
  for (const { text, x, y, lengthPt, heightPt, turnRad, flags } of linework.text)
    if (isVisible(flags)) pen.text(text, { x, y }, turnRad, heightPt, lengthPt)
  for (const { map, flags } of linework.images) if (isVisible(flags)) frame(pen.through(map))
}
