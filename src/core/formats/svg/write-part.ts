import { chainOf } from '../../draft/chain'
import { apply, compose } from '../../geometry/affine'
import type { Box } from '../../geometry/box'
import { boxOfPieces } from '../../geometry/piece/measure'
import { type Piece, segment } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { type DimensionLayout, layOut } from '../../model/dimension/layout'
import type { DimensionWay } from '../../model/dimension/schema'
import type { TitleFields } from '../../model/settings/title-fields'
import type { PartSide } from '../../model/work-plane/schema'
import { sayHole, type TaggedHole } from '../../part/hole-table'
import type { Projection } from '../../part/solid/flat'
import { CAPITALS } from '../../text/capitals'
import { formatLength, type LengthDisplay } from '../../units/format'
import { FRAME_MM, PAPERS, type PaperName, roomOn, TITLE_MM } from '../paper/papers'
import { paperFrame, titleTable } from '../paper/title-block'
import { Drawing, figure, group, INK, marksOnPaper, type PlanGroup, textOnPaper } from './drawing'

/** A dimension of one view, in its places. */
export interface SidedDimension {
  readonly side: PartSide
  readonly way: DimensionWay
  readonly points: readonly Point[]
  /** Where its line runs. */
  readonly offsetMm: number
}

/** What is drawn of a part. All places are those of the views, millimetres. */
export interface DrawnPart {
  readonly name: string
  /** Under the name: material, mass. */
  readonly about: string
  readonly views: Readonly<Record<PartSide, Projection>>
  /** Dimensions that somebody stated, besides those over all. */
  readonly dimensions: readonly SidedDimension[]
  readonly holes: readonly TaggedHole[]
  /** How parts are measured. */
  readonly display: LengthDisplay
  /** What the project writes into the title block. */
  readonly fields: TitleFields
}

/** A drawing that can't be made as it was asked for; the message is a sentence. */
export class PartDrawingError extends Error {}

/** Scales of drawings of parts (ISO 5455), the largest first. */
const RATIOS = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100] as const
const TABLE_MM = 106
/** Around each view, for its dimensions. */
const GAP_MM = 20
const LETTER_MM = 2.5
const ROW_MM = 5
const PENS = {
  visible: { color: INK, line: 'full', weightMm: 0.5 },
  hidden: { color: INK, line: 'dashed', weightMm: 0.25 },
  thin: { color: INK, line: 'full', weightMm: 0.18 },
  centre: { color: INK, line: 'chain', weightMm: 0.18 },
} as const

const sizeOf = ({ minX, minY, maxX, maxY }: Box) => ({ wide: maxX - minX, high: maxY - minY })

/** Whether views lie as they do in America (third angle), or as in most of the world (first angle; ISO 5456-2). */
const isThirdAngle = ({ unit }: LengthDisplay): boolean => unit === 'in'

/**
 * A dimensioned drawing of a part: from above, from the front and from its side, hidden lines dashed, with the holes
 * in a table, as groups of an SVG in millimetres of the paper.
 * @throws PartDrawingError where it does not fit on the paper
 */
export function partGroups(part: DrawnPart, paper: PaperName): PlanGroup[] {
  const { views, display } = part
  const boxes = {
    top: boxOfPieces(views.top.visible),
    front: boxOfPieces(views.front.visible),
    side: boxOfPieces(views.side.visible),
  }
  const [top, front, side] = [sizeOf(boxes.top), sizeOf(boxes.front), sizeOf(boxes.side)]
  const room = roomOn(paper)
  const table = part.holes.length > 0 ? TABLE_MM : 0
  const fits = (ratio: number) =>
    (top.wide + side.wide) / ratio + 3 * GAP_MM <= room.widthMm - table &&
    (top.high + front.high) / ratio + 3 * GAP_MM <= room.heightMm
  const ratio = RATIOS.find(fits)
  if (ratio === undefined) throw new PartDrawingError(`The part does not fit on ${paper} at any usual scale.`)
  const third = isThirdAngle(display)
  const left = FRAME_MM + GAP_MM + (third ? 0 : side.wide / ratio + GAP_MM)
  const upper = FRAME_MM + GAP_MM
  const places: Readonly<Record<PartSide, Point>> = {
    top: { x: left, y: third ? upper : upper + front.high / ratio + GAP_MM },
    front: { x: left, y: third ? upper + top.high / ratio + GAP_MM : upper },
    side: {
      x: third ? left + front.wide / ratio + GAP_MM : FRAME_MM + GAP_MM,
      y: third ? upper + top.high / ratio + GAP_MM : upper,
    },
  }
  const drawings = {
    top: viewOnPaper(places.top, boxes.top, ratio),
    front: viewOnPaper(places.front, boxes.front, ratio),
    side: viewOnPaper(places.side, boxes.side, ratio),
  }
  const sides = ['top', 'front', 'side'] as const
  const lines = (side: PartSide, pieces: readonly Piece[], pen: (typeof PENS)[keyof typeof PENS]) =>
    drawings[side].draw.lines({ chains: pieces.map((piece) => chainOf([piece])) }, pen)
  // What is stated already is not said again.
  const isStated = (one: SidedDimension) => part.dimensions.some((other) => saysSame(one, other))
  const dimensions = [...overAll(boxes, ratio).filter((one) => !isStated(one)), ...part.dimensions]
  return [
    group(
      'Hidden lines',
      sides.map((side) => lines(side, views[side].hidden, PENS.hidden)),
    ),
    group(
      'Visible lines',
      sides.map((side) => lines(side, views[side].visible, PENS.visible)),
    ),
    group('Centre lines', [
      lines(
        'top',
        part.holes.flatMap((hole) => centreLines(hole, ratio)),
        PENS.centre,
      ),
    ]),
    group(
      'Dimensions',
      dimensions.flatMap(({ side, way, points, offsetMm }) => {
        const layout = layOut(way, points, offsetMm, LETTER_MM * ratio, display)
        return layout ? [lines(side, layout.pieces, PENS.thin), ...letters(layout, drawings[side], ratio)] : []
      }),
    ),
    group('Holes', [
      ...part.holes.map(({ tag, at, step }) => {
        const { onPaper } = drawings.top
        const aside = (step.head?.diameterMm ?? step.diameterMm) / 2 / ratio + 0.8
        const { x, y } = onPaper(at)
        return textOnPaper(x + aside * 0.75, y - aside * 0.75, LETTER_MM / CAPITALS, tag)
      }),
      ...holeTable(part, boxes.top, paper),
    ]),
    group('Frame', [marksOnPaper(paperFrame(paper)), ...title(part, paper, ratio, third)]),
  ].filter(({ svg }) => svg !== '')
}

interface ViewOnPaper {
  readonly draw: Drawing
  readonly onPaper: (p: Point) => Point
}

/** A view whose upper left corner lies at a place of the paper. */
function viewOnPaper(corner: Point, { minX, maxY }: Box, ratio: number): ViewOnPaper {
  const map = compose([1, 0, 0, -1, -minX, maxY], [1 / ratio, 0, 0, 1 / ratio, corner.x, corner.y])
  const onPaper = (p: Point): Point => apply(map, p)
  return { draw: new Drawing(onPaper, ratio), onPaper }
}

const letters = ({ letters: all }: DimensionLayout, { draw, onPaper }: ViewOnPaper, ratio: number): string[] =>
  all.map(({ text, at, heightMm, turnRad, align }) => draw.text(text, onPaper(at), heightMm / ratio, turnRad, align))

/** Whether two dimensions measure the same along one way of one view. */
function saysSame(one: SidedDimension, other: SidedDimension): boolean {
  const across = ({ way, points: [a, b] }: SidedDimension) =>
    a && b ? Math.abs(way === 'upright' ? b.y - a.y : b.x - a.x) : 0
  return one.side === other.side && one.way === other.way && Math.abs(across(one) - across(other)) < SAME_SIZE_MM
}

const SAME_SIZE_MM = 0.005

/** How far beside a view its dimensions over all lie, on paper. */
const OVER_ALL_MM = 11

/** The sizes of the part: width and depth from above, height from the front. */
function overAll({ top, front }: Readonly<Record<PartSide, Box>>, ratio: number): SidedDimension[] {
  const offsetMm = OVER_ALL_MM * ratio
  const corner = ({ minX, minY }: Box) => ({ x: minX, y: minY })
  return [
    {
      side: 'top',
      way: 'level',
      points: [corner(top), { x: top.maxX, y: top.minY }],
      offsetMm: -offsetMm,
    },
    { side: 'top', way: 'upright', points: [corner(top), { x: top.minX, y: top.maxY }], offsetMm },
    { side: 'front', way: 'upright', points: [corner(front), { x: front.minX, y: front.maxY }], offsetMm },
  ]
}

/** A cross through a hole, a little beyond it. */
function centreLines({ at, step }: TaggedHole, ratio: number): Piece[] {
  const reach = step.diameterMm / 2 + 1.5 * ratio
  return [
    segment({ x: at.x - reach, y: at.y }, { x: at.x + reach, y: at.y }),
    segment({ x: at.x, y: at.y - reach }, { x: at.x, y: at.y + reach }),
  ]
}

/** The holes with their places from the lower left corner; where there are too many, a row for each kind. */
function holeTable({ holes, display }: DrawnPart, { minX, minY }: Box, paper: PaperName): string[] {
  if (holes.length === 0) return []
  const fine = (mm: number) => formatLength(mm, display, false)
  const room = Math.floor((roomOn(paper).heightMm - 12) / ROW_MM)
  const steps = [...new Set(holes.map(({ step }) => step))]
  const rows =
    holes.length <= room
      ? holes.map(({ tag, at, step }) => [tag, fine(at.x - minX), fine(at.y - minY), sayHole(step, display)])
      : steps.map((step) => {
          const alike = holes.filter((hole) => hole.step === step)
          return [alike[0]!.tag.replace(/\d+$/, ''), `${alike.length} ×`, '', sayHole(step, display)]
        })
  const right = PAPERS[paper].widthMm - FRAME_MM
  const left = right - TABLE_MM + 4
  const columns = [left, left + 9, left + 23, left + 37]
  const y = (row: number) => FRAME_MM + 8 + row * ROW_MM
  return [['Hole', 'x', 'y', 'Size'], ...rows].flatMap((cells, row) => [
    ...cells.map((cell, i) => textOnPaper(columns[i]!, y(row), 3, cell!)),
    `<path d="M${figure(left)} ${figure(y(row) + 1.4)}L${figure(right - 3)} ${figure(y(row) + 1.4)}" stroke="${INK}" stroke-width="${row === 0 ? 0.35 : 0.13}"/>`,
  ])
}

/** Name, what it is of, scale, and by which projection its views lie. */
function title({ name, about, display, fields }: DrawnPart, paper: PaperName, ratio: number, third: boolean): string[] {
  const { widthMm, heightMm } = PAPERS[paper]
  const top = heightMm - FRAME_MM - TITLE_MM
  const table = titleTable(paper, fields)
  const right = widthMm - FRAME_MM - table.wideMm
  const scale = ratio >= 1 ? `1:${ratio}` : `${1 / ratio}:1`
  return [
    textOnPaper(FRAME_MM + 6, top + 10, 6, name),
    textOnPaper(FRAME_MM + 6, top + 18, 4, about),
    textOnPaper(right - 60, top + 10, 4, `Scale ${scale} on ${paper}`, 'end'),
    textOnPaper(right - 60, top + 18, 3, `Sizes in ${display.unit === 'mm' ? 'millimetres' : 'inches'}`, 'end'),
    ...projectionSign(right - 48, top + 12, third),
    marksOnPaper(table.marks),
  ]
}

/** The truncated cone by which drawings say how their views lie (ISO 5456-2). */
function projectionSign(x: number, y: number, third: boolean): string[] {
  const cone = (at: number) =>
    `<path d="M${figure(at)} ${figure(y - 2)}L${figure(at + 10)} ${figure(y - 4)}L${figure(at + 10)} ${figure(y + 4)}L${figure(at)} ${figure(y + 2)}Z" fill="none" stroke="${INK}" stroke-width="0.35"/>`
  const rings = (at: number) =>
    [2, 4].map(
      (radius) =>
        `<circle cx="${figure(at)}" cy="${figure(y)}" r="${radius}" fill="none" stroke="${INK}" stroke-width="0.35"/>`,
    )
  return third ? [...rings(x + 4), cone(x + 14)] : [cone(x), ...rings(x + 20)]
}
