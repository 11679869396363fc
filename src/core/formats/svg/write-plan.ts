import type { Chain } from '../../draft/chain'
import { type Box, EMPTY_BOX, isEmpty, unite } from '../../geometry/box'
import { flatten } from '../../geometry/piece/measure'
import { isWhole, type Piece, placeAt, startOf } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { isBuildingElement } from '../../model/building-shapes'
import { layerOf } from '../../model/layer/schema'
import { FIRST_LEVEL } from '../../model/level/schema'
import { DASHES_MM, type Pen } from '../../model/pen'
import { Plan, type PlannedShape } from '../../model/plan'
import type { ProjectRecord } from '../../model/registry'
import { penOf } from '../../model/shapes'
import { formatArea, type LengthDisplay } from '../../units/format'
import { escapeXml } from '../xml'
import { FRAME_MM, neededRatio, PAPERS, type PaperName, ratioFor, TITLE_MM } from './paper'

/** What of a project is drawn, and on what. */
export interface PlanSheet {
  readonly title: string
  /** A level, or a work plane as it is looked at straight on. */
  readonly levelId: string
  readonly paper: PaperName
  /** Site to paper; the largest usual one that fits where it is null. */
  readonly ratio: number | null
}

/** A drawing can't be made as it was asked for; the message is a sentence. */
export class PlanSheetError extends Error {}

const WALL_PEN_MM = 0.5
const LAYER_PEN_MM = 0.13
const WALL_FILL = '#d9d4c7'
const INK = '#26302f'
/** Chords leave a curve by no more than this, on paper. */
const FLATNESS_MM = 0.02

/** What lies together on the plan, as the content of an SVG. */
export interface PlanGroup {
  readonly name: string
  readonly svg: string
}

/**
 * The plan of one level as SVG, true to scale on paper: its unit is the millimetre of the paper.
 * Vectors throughout, in groups by class, with a frame, a title, north and a scale bar.
 * @throws PlanSheetError where it does not fit on the paper
 */
export function writePlanSvg(
  records: ReadonlyMap<string, ProjectRecord>,
  display: LengthDisplay,
  sheet: PlanSheet,
): string {
  const groups = planGroups(records, display, sheet).map(({ name, svg }) => `<g id="${name}">\n${svg}\n</g>`)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    svgOfPaper(sheet.paper, [`<title>${escapeXml(sheet.title)}</title>`, ...groups].join('\n')),
    '',
  ].join('\n')
}

/** An SVG of the size of a paper, in millimetres. */
export function svgOfPaper(paper: PaperName, content: string): string {
  const { widthMm, heightMm } = PAPERS[paper]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}" font-family="Helvetica, Arial, sans-serif">\n${content}\n</svg>`
}

/**
 * What is drawn of the plan of one level, group by group, the lowest first.
 * @throws PlanSheetError where it does not fit on the paper
 */
export function planGroups(
  records: ReadonlyMap<string, ProjectRecord>,
  display: LengthDisplay,
  sheet: PlanSheet,
): PlanGroup[] {
  const plan = new Plan()
  plan.lookAt(sheet.levelId)
  plan.update(records, display)
  const shown = [...plan.shapes.values()].filter((planned) => plan.shows(planned) && isPrinted(planned, records))
  const box = shown.reduce<Box>((all, planned) => unite(all, planned.box), EMPTY_BOX)
  const usual = ratioFor(box, sheet.paper)
  const ratio = sheet.ratio ?? usual
  if (ratio === null) throw new PlanSheetError(`The plan does not fit on ${sheet.paper} at any usual scale.`)
  if (ratio < neededRatio(box, sheet.paper))
    throw new PlanSheetError(
      `At 1:${ratio} the plan does not fit on ${sheet.paper}: take ${usual === null ? '' : `1:${usual} or `}a larger paper.`,
    )
  const { widthMm, heightMm } = PAPERS[sheet.paper]
  const middle = isEmpty(box) ? { x: 0, y: 0 } : { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const centre = { x: widthMm / 2, y: (heightMm - TITLE_MM) / 2 }
  const onPaper = ({ x, y }: Point): Point => ({
    x: centre.x + (x - middle.x) / ratio,
    y: centre.y - (y - middle.y) / ratio,
  })
  const draw = new Drawing(onPaper, ratio)
  const level = records.get(sheet.levelId)
  const levelName = level?.kind === 'level' || level?.kind === 'work-plane' ? level.name : FIRST_LEVEL.name
  const walls = plan.shownOutlines()
  const of = (...kinds: readonly string[]) => shown.filter(({ shape }) => kinds.includes(shape.kind))
  const lines = (planned: PlannedShape) => draw.lines(planned, penOf(planned.shape, records))
  const letters = (planned: PlannedShape) =>
    planned.letters.map((each) =>
      draw.text(each.text, onPaper(each.at), each.heightMm / ratio, each.turnRad, each.align),
    )
  return [
    group(
      'Grid',
      of('grid-line').flatMap((planned) => [lines(planned), ...letters(planned)]),
    ),
    group('Slabs', of('slab').map(lines)),
    group(
      'Walls',
      walls.map(
        (ring) => `<path d="${draw.ring(ring)}" fill="${WALL_FILL}" stroke="${INK}" stroke-width="${WALL_PEN_MM}"/>`,
      ),
    ),
    group(
      'Wall layers',
      plan
        .layersIn(box)
        .flatMap(({ rings }) =>
          rings.map(
            (ring) => `<path d="${draw.ring(ring)}" fill="none" stroke="${INK}" stroke-width="${LAYER_PEN_MM}"/>`,
          ),
        ),
    ),
    group(
      'Openings',
      of('opening').flatMap((planned) => [
        ...planned.fills.map((chain) => `<path d="${draw.chain(chain)}" fill="#ffffff" stroke="none"/>`),
        draw.lines(planned, { ...penOf(planned.shape, records), color: INK }),
      ]),
    ),
    group(
      'Columns',
      of('column').flatMap((planned) => [
        ...planned.fills.map((chain) => `<path d="${draw.chain(chain)}" fill="${WALL_FILL}" stroke="none"/>`),
        draw.lines(planned, penOf(planned.shape, records)),
      ]),
    ),
    group('Stairs', of('stair').map(lines)),
    group('Roofs', of('roof').map(lines)),
    group('Members', of('member', 'plate', 'bolts').map(lines)),
    group(
      'Linework',
      shown
        .filter(({ shape }) => !isBuildingElement(shape))
        .flatMap((planned) => [lines(planned), ...letters(planned)]),
    ),
    group(
      'Rooms',
      of('space').flatMap(({ shape, letters }) => {
        const boundary = shape.kind === 'space' ? plan.boundaryOf(shape) : null
        const at = letters[0] ? onPaper(letters[0].at) : { x: 0, y: 0 }
        return [
          draw.text(letters[0]?.text ?? '', at, 2.5, 0, 'middle'),
          ...(boundary
            ? [draw.text(formatArea(boundary.areaMm2, display), { x: at.x, y: at.y + 4 }, 2, 0, 'middle')]
            : []),
        ]
      }),
    ),
    group('Frame', [frame(sheet, levelName, ratio)]),
  ].filter(({ svg }) => svg !== '')
}

function isPrinted({ shape }: PlannedShape, records: ReadonlyMap<string, ProjectRecord>): boolean {
  return isBuildingElement(shape) || layerOf(records, shape.layerId).printed
}

const group = (name: string, content: readonly string[]): PlanGroup => ({
  name,
  svg: content.filter(Boolean).join('\n'),
})

const figure = (value: number): string => String(Number(value.toFixed(4)))

/** Writes geometry of the model as it lies on paper. */
class Drawing {
  constructor(
    private readonly onPaper: (p: Point) => Point,
    private readonly ratio: number,
  ) {}

  ring(ring: readonly Point[]): string {
    return `${ring.map((p, i) => `${i === 0 ? 'M' : 'L'}${this.place(p)}`).join('')}Z`
  }

  chain({ pieces, closed }: Chain): string {
    const [first] = pieces
    if (!first) return ''
    return `M${this.place(startOf(first))}${pieces.map((piece) => this.piece(piece)).join('')}${closed ? 'Z' : ''}`
  }

  lines({ chains }: PlannedShape, pen: Pen): string {
    if (chains.length === 0) return ''
    const dashes = DASHES_MM[pen.line]
    const dash = dashes.length > 0 ? ` stroke-dasharray="${dashes.join(' ')}"` : ''
    return `<path d="${chains.map((chain) => this.chain(chain)).join('')}" fill="none" stroke="${pen.color}" stroke-width="${Math.max(0.13, pen.weightMm)}"${dash}/>`
  }

  text(text: string, at: Point, heightMm: number, turnRad: number, align: 'start' | 'middle'): string {
    const turn =
      turnRad === 0 ? '' : ` transform="rotate(${figure((-turnRad * 180) / Math.PI)} ${figure(at.x)} ${figure(at.y)})"`
    // Heights of writing are those of its capitals.
    return `<text x="${figure(at.x)}" y="${figure(at.y)}" font-size="${figure(heightMm / 0.72)}" text-anchor="${align}" fill="${INK}"${turn}>${escapeXml(text)}</text>`
  }

  private place(p: Point): string {
    const { x, y } = this.onPaper(p)
    return `${figure(x)} ${figure(y)}`
  }

  private piece(piece: Piece): string {
    if (piece.kind === 'segment') return `L${this.place(piece.end)}`
    if (piece.kind === 'arc') {
      const radius = figure(piece.radius / this.ratio)
      const sweep = piece.sweepRad > 0 ? 0 : 1
      const to = (t: number, large: 0 | 1) =>
        `A${radius} ${radius} 0 ${large} ${sweep} ${this.place(placeAt(piece, t))}`
      return isWhole(piece) ? to(0.5, 0) + to(1, 0) : to(1, Math.abs(piece.sweepRad) > Math.PI ? 1 : 0)
    }
    if (piece.kind === 'cubic') {
      const { pullStart, pullEnd, end } = piece.curve
      return `C${this.place(pullStart)} ${this.place(pullEnd)} ${this.place(end)}`
    }
    return flatten(piece, FLATNESS_MM * this.ratio)
      .slice(1)
      .map((p) => `L${this.place(p)}`)
      .join('')
  }
}

/** Frame, title, north and scale bar. */
function frame({ title, paper }: PlanSheet, levelName: string, ratio: number): string {
  const { widthMm, heightMm } = PAPERS[paper]
  const top = heightMm - FRAME_MM - TITLE_MM
  const right = widthMm - FRAME_MM
  const text = (x: number, y: number, size: number, words: string, anchor = 'start') =>
    `<text x="${figure(x)}" y="${figure(y)}" font-size="${size}" text-anchor="${anchor}" fill="${INK}">${escapeXml(words)}</text>`
  // Five parts of the bar, each a round length on site of about 20 mm on paper.
  const part = roundLength(20 * ratio)
  const step = part / ratio
  const bar = Array.from(
    { length: 5 },
    (_, i) =>
      `<rect x="${figure(right - 60 - 5 * step + i * step)}" y="${figure(top + 11)}" width="${figure(step)}" height="2" fill="${i % 2 ? '#ffffff' : INK}" stroke="${INK}" stroke-width="0.2"/>`,
  )
  const north = { x: right - 24, y: top + 12 }
  return [
    `<rect x="${FRAME_MM}" y="${FRAME_MM}" width="${widthMm - 2 * FRAME_MM}" height="${heightMm - 2 * FRAME_MM}" fill="none" stroke="${INK}" stroke-width="0.5"/>`,
    `<path d="M${FRAME_MM} ${top}L${right} ${top}" stroke="${INK}" stroke-width="0.35"/>`,
    text(FRAME_MM + 6, top + 10, 6, title),
    text(FRAME_MM + 6, top + 18, 4, `${levelName} · 1:${ratio} on ${paper}`),
    ...bar,
    text(right - 60 - 5 * step, top + 18, 3, '0'),
    text(right - 60, top + 18, 3, `${(part * 5) / 1000} m`, 'middle'),
    `<path d="M${north.x} ${north.y - 8}L${north.x + 3.5} ${north.y + 4}L${north.x} ${north.y + 1.5}L${north.x - 3.5} ${north.y + 4}Z" fill="${INK}"/>`,
    text(north.x, north.y + 9, 4, 'N', 'middle'),
  ].join('\n')
}

/** The nearest of 1, 2, 5 times a power of ten. */
function roundLength(mm: number): number {
  const power = 10 ** Math.floor(Math.log10(mm))
  const factor = mm / power
  return power * (factor < 1.5 ? 1 : factor < 3.5 ? 2 : factor < 7.5 ? 5 : 10)
}
