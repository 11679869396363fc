import type { Point } from '../../geometry/vector'
import { TITLE_FIELDS, type TitleFields } from '../../model/settings/title-fields'
import { formatRatio, isImperial, type LengthDisplay } from '../../units/format'
import { MM_PER } from '../../units/length'
import { FRAME_MM, PAPERS, type PaperName, TITLE_MM } from './papers'

/** Something on the paper itself: millimetres from its upper left corner, y downwards. */
export type PaperMark =
  | { readonly type: 'line'; readonly points: readonly Point[]; readonly closed: boolean; readonly weightMm: number }
  | { readonly type: 'area'; readonly points: readonly Point[]; readonly filled: boolean }
  | {
      readonly type: 'text'
      readonly at: Point
      readonly text: string
      /** Of its font. */
      readonly sizeMm: number
      readonly anchor: 'start' | 'middle' | 'end'
    }

/** What a drawing says of itself. */
export interface TitleFacts {
  readonly title: string
  /** The level, plane or part. */
  readonly about: string
  readonly paper: PaperName
  /** Site to paper. */
  readonly ratio: number
  readonly display: LengthDisplay
  readonly fields: TitleFields
  /** How far north is turned from upwards, anticlockwise. */
  readonly northRad: number
}

const rectangle = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
]

/** The frame of a paper, with the line over its title. */
export function paperFrame(paper: PaperName): PaperMark[] {
  const { widthMm, heightMm } = PAPERS[paper]
  const top = heightMm - FRAME_MM - TITLE_MM
  return [
    {
      type: 'line',
      points: rectangle(FRAME_MM, FRAME_MM, widthMm - 2 * FRAME_MM, heightMm - 2 * FRAME_MM),
      closed: true,
      weightMm: 0.5,
    },
    {
      type: 'line',
      points: [
        { x: FRAME_MM, y: top },
        { x: widthMm - FRAME_MM, y: top },
      ],
      closed: false,
      weightMm: 0.35,
    },
  ]
}

const CELL_MM = 27
const COLUMNS = 4

/** The fields of a title block as a table at the right end of its strip; nothing where none is filled in. */
export function titleTable(
  paper: PaperName,
  fields: TitleFields,
): { readonly marks: PaperMark[]; readonly wideMm: number } {
  if (Object.values(fields).every((value) => !value)) return { marks: [], wideMm: 0 }
  const { widthMm, heightMm } = PAPERS[paper]
  const top = heightMm - FRAME_MM - TITLE_MM
  const rows = Math.ceil(TITLE_FIELDS.length / COLUMNS)
  const high = TITLE_MM / rows
  const left = widthMm - FRAME_MM - CELL_MM * COLUMNS
  const line = (...points: Point[]): PaperMark => ({ type: 'line', points, closed: false, weightMm: 0.18 })
  const cells = TITLE_FIELDS.flatMap(({ key, word }, i): PaperMark[] => {
    const x = left + CELL_MM * (i % COLUMNS)
    const y = top + high * Math.floor(i / COLUMNS)
    const value = fields[key] ?? ''
    // Long entries are written smaller, down to what can be read.
    const sizeMm = Math.max(1.6, Math.min(3.2, ((CELL_MM - 3) / Math.max(1, value.length)) * 1.7))
    return [
      { type: 'text', at: { x: x + 1.5, y: y + 3.2 }, text: word, sizeMm: 1.9, anchor: 'start' },
      { type: 'text', at: { x: x + 1.5, y: y + high - 2.6 }, text: value, sizeMm, anchor: 'start' },
    ]
  })
  const grid = [
    ...Array.from({ length: COLUMNS }, (_, i) =>
      line({ x: left + CELL_MM * i, y: top }, { x: left + CELL_MM * i, y: top + TITLE_MM }),
    ),
    ...Array.from({ length: rows - 1 }, (_, i) =>
      line({ x: left, y: top + high * (i + 1) }, { x: widthMm - FRAME_MM, y: top + high * (i + 1) }),
    ),
  ]
  return { marks: [...grid, ...cells], wideMm: CELL_MM * COLUMNS }
}

/** How long a part of the scale bar is on paper, about. */
const BAR_PART_MM = 10
const BAR_PARTS = 5

/** The nearest of 1, 2, 5 times a power of ten. */
function roundLength(length: number): number {
  const power = 10 ** Math.floor(Math.log10(length))
  const factor = length / power
  return power * (factor < 1.5 ? 1 : factor < 3.5 ? 2 : factor < 7.5 ? 5 : 10)
}

/** A scale bar of round lengths in the unit of the job, its right end at a place. */
export function scaleBar(right: number, top: number, ratio: number, display: LengthDisplay): PaperMark[] {
  const imperial = isImperial(display)
  const large = BAR_PART_MM * ratio >= (imperial ? MM_PER.ft : MM_PER.m) / 2
  const [unit, word] = imperial
    ? large
      ? [MM_PER.ft, 'ft']
      : [MM_PER.in, 'in']
    : large
      ? [MM_PER.m, 'm']
      : [MM_PER.mm, 'mm']
  const part = roundLength((BAR_PART_MM * ratio) / unit)
  const step = (part * unit) / ratio
  const left = right - BAR_PARTS * step
  const text = (x: number, figure: string, anchor: 'start' | 'middle' | 'end'): PaperMark => ({
    type: 'text',
    at: { x, y: top + 18 },
    text: figure,
    sizeMm: 3,
    anchor,
  })
  return [
    ...Array.from(
      { length: BAR_PARTS },
      (_, i): PaperMark => ({
        type: 'area',
        points: rectangle(left + i * step, top + 11, step, 2),
        filled: i % 2 === 0,
      }),
    ),
    text(left, '0', 'start'),
    text(right, `${Number((part * BAR_PARTS).toPrecision(6))} ${word}`, 'end'),
  ]
}

/** An arrow to the north about a place. */
function northArrow(at: Point, northRad: number): PaperMark[] {
  const [cos, sin] = [Math.cos(-northRad), Math.sin(-northRad)]
  const turned = (x: number, y: number): Point => ({ x: at.x + x * cos - y * sin, y: at.y + x * sin + y * cos })
  const tip = turned(0, -8)
  return [
    { type: 'area', points: [tip, turned(3.5, 4), turned(0, 1.5), turned(-3.5, 4)], filled: true },
    { type: 'text', at: { x: at.x, y: at.y + 9 }, text: 'N', sizeMm: 4, anchor: 'middle' },
  ]
}

/** Frame, title, the fields that the project fills in, north and scale bar. */
export function titleBlock({ title, about, paper, ratio, display, fields, northRad }: TitleFacts): PaperMark[] {
  const { widthMm, heightMm } = PAPERS[paper]
  const top = heightMm - FRAME_MM - TITLE_MM
  const table = titleTable(paper, fields)
  const right = widthMm - FRAME_MM - table.wideMm
  const north = { x: right - 12, y: top + 12 }
  const left = FRAME_MM + 5
  const bar = scaleBar(right - 24, top, ratio, display)
  const room =
    Math.min(...bar.flatMap((mark) => (mark.type === 'area' ? mark.points.map(({ x }) => x) : []))) - left - 4
  // Long titles are written smaller, so that they end before the scale bar.
  const sized = (text: string, most: number) => Math.min(most, (room / Math.max(1, text.length)) * 1.75)
  const line = `${about} · ${formatRatio(ratio, display)} on ${paper}`
  return [
    ...paperFrame(paper),
    { type: 'text', at: { x: left, y: top + 10 }, text: title, sizeMm: sized(title, 6), anchor: 'start' },
    {
      type: 'text',
      at: { x: left, y: top + 18 },
      text: line,
      sizeMm: sized(line, 4),
      anchor: 'start',
    },
    ...bar,
    ...northArrow(north, northRad),
    ...table.marks,
  ]
}
