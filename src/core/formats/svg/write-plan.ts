import { type Box, EMPTY_BOX, isEmpty, unite } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import { elementKind, isBuildingElement } from '../../model/building-shapes'
import { layerOf, layersOf } from '../../model/layer/schema'
import { FIRST_LEVEL } from '../../model/level/schema'
import type { Pen } from '../../model/pen'
import { Plan, type PlannedShape } from '../../model/plan'
import type { ProjectRecord } from '../../model/registry'
import { settingsOf } from '../../model/settings/schema'
import { PRINT_GROUPS, type PrintGroup } from '../../model/shape'
import { penOf, type Shape } from '../../model/shapes'
import { formatArea, formatRatio, type LengthDisplay } from '../../units/format'
import { neededRatio, PAPERS, type PaperName, ratioFor, TITLE_MM } from '../paper/papers'
import { type TitleFacts, titleBlock } from '../paper/title-block'
import type { HandedSheet, PicturedSheet } from '../sheets/placed'
import { Drawing, group, INK, marksOnPaper, type PlanGroup, svgOfGroups } from './drawing'
import { openEdges } from './open-edges'
import { pictureGroup, sheetGroup } from './sheets'

/** What of a project is drawn, and on what. */
export interface PlanSheet {
  readonly title: string
  /** A level, or a work plane as it is looked at straight on. */
  readonly levelId: string
  readonly paper: PaperName
  /** Site to paper; the largest usual one that fits where it is null. */
  readonly ratio: number | null
  /** What the paper shows, besides what is drawn on it: the pages of a set lie on one another. */
  readonly along?: Box
  /** What members and plates go by; written at their middles on work planes. */
  readonly marks?: ReadonlyMap<string, string>
  /** Sheets of the project, of which those of its level go beneath. */
  readonly sheets?: readonly HandedSheet[]
  /** The same of those that are pictures. */
  readonly pictures?: readonly PicturedSheet[]
}

/** A drawing can't be made as it was asked for; the message is a sentence. */
export class PlanSheetError extends Error {}

const WALL_PEN_MM = 0.5
const LAYER_PEN_MM = 0.13
const WALL_FILL = '#d9d4c7'

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
  return svgOfGroups(sheet.paper, sheet.title, drawnPlan(records, display, sheet).groups)
}

/** The name of a level or work plane. */
export function planName(levelId: string, records: ReadonlyMap<string, ProjectRecord>): string {
  const level = records.get(levelId)
  return level?.kind === 'level' || level?.kind === 'work-plane' ? level.name : FIRST_LEVEL.name
}

/** What a plan says of itself in its title block. */
export function titleFacts(
  records: ReadonlyMap<string, ProjectRecord>,
  display: LengthDisplay,
  { title, levelId, paper }: Pick<PlanSheet, 'title' | 'levelId' | 'paper'>,
  ratio: number,
): TitleFacts {
  const { title: fields = {}, site } = settingsOf(records)
  const northRad = records.get(levelId)?.kind === 'work-plane' ? 0 : (site?.northRad ?? 0)
  return { title, about: planName(levelId, records), paper, ratio, display, fields, northRad }
}

/** A plan as it is drawn on its paper. */
export interface DrawnPlan {
  /** The lowest first. */
  readonly groups: readonly PlanGroup[]
  /** Site to paper. */
  readonly ratio: number
}

/** What shows of a level, and what it covers. */
function shownPlan(records: ReadonlyMap<string, ProjectRecord>, display: LengthDisplay, levelId: string) {
  const plan = Plan.of(records, display, levelId)
  const shown = [...plan.shapes.values()].filter((planned) => plan.shows(planned) && isPrinted(planned, records))
  return { plan, shown, box: shown.reduce<Box>((all, planned) => unite(all, planned.box), EMPTY_BOX) }
}

/** What the plans of several levels cover together. */
export const boxOfPlans = (
  records: ReadonlyMap<string, ProjectRecord>,
  display: LengthDisplay,
  levelIds: readonly string[],
): Box => levelIds.map((id) => shownPlan(records, display, id).box).reduce(unite, EMPTY_BOX)

/**
 * What is drawn of the plan of one level, group by group.
 * @throws PlanSheetError where it does not fit on the paper
 */
export function drawnPlan(
  records: ReadonlyMap<string, ProjectRecord>,
  display: LengthDisplay,
  sheet: PlanSheet,
): DrawnPlan {
  const { plan, shown, box: own } = shownPlan(records, display, sheet.levelId)
  const box = unite(own, sheet.along ?? EMPTY_BOX)
  const usual = ratioFor(box, sheet.paper, display)
  const ratio = sheet.ratio ?? usual
  if (ratio === null) throw new PlanSheetError(`The plan does not fit on ${sheet.paper} at any usual scale.`)
  if (ratio < neededRatio(box, sheet.paper))
    throw new PlanSheetError(
      `At ${formatRatio(ratio, display)} the plan does not fit on ${sheet.paper}: take ${usual === null ? '' : `${formatRatio(usual, display)} or `}a larger paper.`,
    )
  const { widthMm, heightMm } = PAPERS[sheet.paper]
  const middle = isEmpty(box) ? { x: 0, y: 0 } : { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }
  const centre = { x: widthMm / 2, y: (heightMm - TITLE_MM) / 2 }
  const onPaper = ({ x, y }: Point): Point => ({
    x: centre.x + (x - middle.x) / ratio,
    y: centre.y - (y - middle.y) / ratio,
  })
  const draw = new Drawing(onPaper, ratio)
  const walls = shown.flatMap(({ shape }) =>
    shape.kind === 'wall' ? plan.ringsOf(shape.id).map((ring) => ({ ring, material: shape.typeId ?? '' })) : [],
  )
  const inGroup = (wanted: PrintGroup) =>
    shown.filter(({ shape }) => isBuildingElement(shape) && elementKind(shape).printGroup === wanted)
  const lines = (planned: PlannedShape) => draw.lines(planned, penOf(planned.shape, records))
  const letters = (planned: PlannedShape) =>
    planned.letters.map((each) =>
      draw.text(each.text, onPaper(each.at), each.heightMm / ratio, each.turnRad, each.align),
    )
  const filled = (fill: string, pen: (shape: Shape) => Pen) => (planned: PlannedShape) => [
    ...planned.fills.map((chain) => `<path d="${draw.chain(chain)}" fill="${fill}" stroke="none"/>`),
    draw.lines(planned, pen(planned.shape)),
  ]
  const outlined = (width: number, fill: string) => (ring: readonly Point[]) =>
    `<path d="${draw.ring(ring)}" fill="${fill}" stroke="${INK}" stroke-width="${width}"/>`
  const rooms = ({ shape, letters: [name] }: PlannedShape): string[] => {
    const boundary = shape.kind === 'space' ? plan.boundaryOf(shape) : null
    const at = name ? onPaper(name.at) : { x: 0, y: 0 }
    const area = boundary && draw.text(formatArea(boundary.areaMm2, display), { x: at.x, y: at.y + 4 }, 2, 0, 'middle')
    return [draw.text(name?.text ?? '', at, 2.5, 0, 'middle'), ...(area ? [area] : [])]
  }
  /** What is printed otherwise than by its lines. */
  const special = new Map<PrintGroup, () => string[]>([
    ['Grid', () => inGroup('Grid').flatMap((planned) => [lines(planned), ...letters(planned)])],
    [
      'Walls',
      () => [
        ...walls.map(({ ring }) => `<path d="${draw.ring(ring)}" fill="${WALL_FILL}" stroke="none"/>`),
        ...openEdges(walls).map(({ closed, points }) => {
          const d = closed ? draw.ring(points) : draw.run(points)
          return `<path d="${d}" fill="none" stroke="${INK}" stroke-width="${WALL_PEN_MM}" stroke-linecap="square"/>`
        }),
      ],
    ],
    [
      'Openings',
      () => inGroup('Openings').flatMap(filled('#ffffff', (shape) => ({ ...penOf(shape, records), color: INK }))),
    ],
    ['Columns', () => inGroup('Columns').flatMap(filled(WALL_FILL, (shape) => penOf(shape, records)))],
    ['Rooms', () => inGroup('Rooms').flatMap(rooms)],
  ])
  const isPlane = records.get(sheet.levelId)?.kind === 'work-plane'
  special.set('Members', () => [
    ...inGroup('Members').map(lines),
    ...(isPlane ? inGroup('Members') : []).flatMap(({ shape, box: { minX, minY, maxX, maxY } }) => {
      const mark = sheet.marks?.get(shape.id)
      const at = onPaper({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 })
      return mark ? [draw.text(mark, at, 2.2, 0, 'middle')] : []
    }),
  ])
  const printed = (name: PrintGroup) => group(name, special.get(name)?.() ?? inGroup(name).map(lines))
  const drawnLayers = layersOf(records).filter(({ printed }) => printed)
  /** What is filled with one tone: solid hatches, alone or in symbols. */
  const toned = (planned: PlannedShape) =>
    planned.fills.length === 0
      ? []
      : [
          `<path d="${planned.fills.map((chain) => draw.chain(chain)).join('')}" fill="${penOf(planned.shape, records).color}" fill-rule="evenodd" stroke="none"/>`,
        ]
  const [roomsGroup, ...below] = PRINT_GROUPS.toReversed()
  const groups = [
    ...(sheet.pictures ?? [])
      .filter(({ underlay }) => underlay.levelId === sheet.levelId)
      .flatMap((each) => pictureGroup(each, onPaper) ?? []),
    ...(sheet.sheets ?? [])
      .filter(({ underlay }) => underlay.levelId === sheet.levelId)
      .map((each) => sheetGroup(each, onPaper, ratio)),
    ...below.toReversed().flatMap((name) => [
      printed(name),
      // How walls are built lies on them.
      ...(name === 'Walls'
        ? [
            group(
              'Wall layers',
              plan.layersIn(box).flatMap(({ rings }) => rings.map(outlined(LAYER_PEN_MM, 'none'))),
            ),
          ]
        : []),
    ]),
    ...drawnLayers.map(({ id, name }) => ({
      ...group(
        name,
        shown.flatMap((planned) =>
          isBuildingElement(planned.shape) || layerOf(records, planned.shape.layerId).id !== id
            ? []
            : [...toned(planned), lines(planned), ...letters(planned)],
        ),
      ),
      within: 'Linework',
    })),
    // What rooms are called is read over everything else.
    printed(roomsGroup!),
    group('Frame', [marksOnPaper(titleBlock(titleFacts(records, display, sheet, ratio)))]),
  ].filter(({ svg }) => svg !== '')
  return { groups, ratio }
}

function isPrinted({ shape }: PlannedShape, records: ReadonlyMap<string, ProjectRecord>): boolean {
  return isBuildingElement(shape) || layerOf(records, shape.layerId).printed
}
