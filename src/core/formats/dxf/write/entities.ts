import { isWhole } from '../../../geometry/piece/piece'
import type { Point } from '../../../geometry/vector'
import { longAxis } from '../../../model/ellipse/axes'
import type { Pen } from '../../../model/pen'
import type { DxfAttachment, DxfAttribute, DxfEntity, DxfRing } from '../drawing'
import { degrees, type Group, groups, LINE_NAMES, place, real } from './groups'
import type { Handles } from './handles'
import { linesText, lineText } from './text'

/** What entities are written into: who owns them, and how things are named. */
export interface EntityGround {
  readonly handles: Handles
  /** Handle of the block that holds them. */
  readonly owner: string
  /** Whether that is a sheet of paper. */
  readonly onPaper: boolean
  layerName(layer: string): string
  blockName(block: string): string
  /** Name of the block that shows how a dimension looks. */
  dimensionBlock(entity: DxfDimension): string
  /** Handles of what defines an attached file, and of what ties an image to it. */
  attachment(
    entity: DxfAttachedEntity,
    handle: string,
  ): { readonly definition: string; readonly reactor: string; readonly attachment: DxfAttachment }
  /** Name of the style for figures of a height. */
  dimensionStyle(height: number): string
}

/** What shows a file beside the drawing. */
export type DxfAttachedEntity = Extract<DxfEntity, { type: 'pdf-page' | 'image' }>

export type DxfDimension = Extract<DxfEntity, { type: 'dimension' }>

type Of<T extends DxfEntity['type']> = Extract<DxfEntity, { type: T }>

/** Line weights that DXF knows, hundredths of a millimetre. */
const WEIGHTS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211]

const nearestWeight = (mm: number): number =>
  WEIGHTS.reduce((best, each) => (Math.abs(each - mm * 100) < Math.abs(best - mm * 100) ? each : best))

/** What an entity or a layer is drawn with. */
export const penGroups = ({ color, line, weightMm }: Partial<Pen>): Group[] => [
  ...(line ? [[6, LINE_NAMES[line]] as Group] : []),
  ...(color ? [[420, Number.parseInt(color.slice(1), 16)] as Group] : []),
  ...(weightMm !== undefined ? [[370, nearestWeight(weightMm)] as Group] : []),
]

/** An entity as text of DXF 2007. */
export function writeEntity(entity: DxfEntity, ground: EntityGround): string {
  const handle = ground.handles.next()
  const head = (type: string): Group[] => entityHead(type, handle, ground, entity.layer, entity.pen)
  switch (entity.type) {
    case 'line':
      return groups(...head('LINE'), [100, 'AcDbLine'], ...place(10, entity.start), ...place(11, entity.end))
    case 'polyline':
      return groups(
        ...head('LWPOLYLINE'),
        [100, 'AcDbPolyline'],
        [90, entity.points.length],
        [70, entity.closed ? 1 : 0],
        ...corners(entity),
      )
    case 'arc': {
      const { center, radius, fromRad, sweepRad } = entity.arc
      const round: Group[] = [[100, 'AcDbCircle'], ...place(10, center), [40, real(radius)]]
      if (isWhole(entity.arc)) return groups(...head('CIRCLE'), ...round)
      // DXF runs every arc anticlockwise.
      const [from, to] = sweepRad > 0 ? [fromRad, fromRad + sweepRad] : [fromRad + sweepRad, fromRad]
      return groups(...head('ARC'), ...round, [100, 'AcDbArc'], [50, real(degrees(from))], [51, real(degrees(to))])
    }
    case 'ellipse':
      return groups(...head('ELLIPSE'), ...ellipseGroups(entity))
    case 'spline':
      return groups(...head('SPLINE'), ...splineGroups(entity))
    case 'text':
      return groups(
        ...head('TEXT'),
        [100, 'AcDbText'],
        ...place(10, entity.at),
        [40, real(entity.height)],
        [1, lineText(entity.text)],
        [50, real(entity.turnDeg)],
        ...aligned(entity),
        [100, 'AcDbText'],
      )
    case 'lines-of-text':
      return groups(...head('MTEXT'), ...linesOfText(entity))
    case 'hatch':
      return groups(...head('HATCH'), ...hatchGroups(entity))
    case 'insert':
      return insert(entity, handle, ground, head('INSERT'))
    case 'pdf-page':
      return groups(...head('PDFUNDERLAY'), ...pdfPageGroups(entity, ground.attachment(entity, handle).definition))
    case 'image':
      return groups(...head('IMAGE'), ...imageGroups(entity, ground.attachment(entity, handle)))
    case 'dimension':
      return groups(...head('DIMENSION'), ...dimensionGroups(entity, ground))
  }
}

export function entityHead(
  type: string,
  handle: string,
  { owner, onPaper, layerName }: Pick<EntityGround, 'owner' | 'onPaper' | 'layerName'>,
  layer: string,
  pen: Partial<Pen> = {},
): Group[] {
  return [
    [0, type],
    [5, handle],
    [330, owner],
    [100, 'AcDbEntity'],
    ...(onPaper ? [[67, 1] as Group] : []),
    [8, layerName(layer)],
    ...penGroups(pen),
  ]
}

const corners = ({ points, bulges }: DxfRing): Group[] =>
  points.flatMap(({ x, y }, i): Group[] => [
    [10, real(x)],
    [20, real(y)],
    ...(bulges?.[i] ? [[42, real(bulges[i])] as Group] : []),
  ])

const ALIGNMENTS = { start: 0, middle: 1, end: 2 } as const

export const aligned = ({ align = 'start', at }: Pick<Of<'text'>, 'align' | 'at'>): Group[] =>
  align === 'start' ? [] : [[72, ALIGNMENTS[align]], ...place(11, at)]

function ellipseGroups({ ellipse }: Of<'ellipse'>): Group[] {
  const { center, fromRad, sweepRad } = ellipse
  const { axis, ratio, twistRad } = longAxis(ellipse)
  const from = (sweepRad > 0 ? fromRad : fromRad + sweepRad) - twistRad
  return [
    [100, 'AcDbEllipse'],
    ...place(10, center),
    ...place(11, axis),
    [210, '0.0'],
    [220, '0.0'],
    [230, ratio < 0 ? '-1.0' : '1.0'],
    [40, real(Math.abs(ratio))],
    [41, real(from)],
    [42, real(from + Math.abs(sweepRad))],
  ]
}

/** Bézier curves that follow one another are one B-spline of degree 3, with threefold knots where they meet. */
function splineGroups({ curves }: Of<'spline'>): Group[] {
  const last = curves.length
  const knots = [0, ...curves.flatMap((_, i) => [i, i, i]), last, last, last, last]
  const places = [curves[0]!.start, ...curves.flatMap(({ pullStart, pullEnd, end }) => [pullStart, pullEnd, end])]
  return [
    [100, 'AcDbSpline'],
    [70, 8],
    [71, 3],
    [72, knots.length],
    [73, places.length],
    [74, 0],
    ...knots.map((knot): Group => [40, real(knot)]),
    ...places.flatMap((p) => place(10, p)),
  ]
}

/** From one baseline to the next, in parts of what the format takes for usual (5/3 of the height). */
const LINE_SPACING = 0.9

function linesOfText({ at, text, height, turnDeg, align }: Of<'lines-of-text'>): Group[] {
  const turn = (turnDeg * Math.PI) / 180
  // It hangs from its upper edge.
  const top = { x: at.x - Math.sin(turn) * height, y: at.y + Math.cos(turn) * height }
  return [
    [100, 'AcDbMText'],
    ...place(10, top),
    [40, real(height)],
    [71, align === 'middle' ? 2 : 1],
    [72, 1],
    [1, linesText(text)],
    [50, real(turnDeg)],
    [73, 2],
    [44, real(LINE_SPACING)],
  ]
}

function hatchGroups({ rings, lines }: Of<'hatch'>): Group[] {
  const solid = lines.length === 0
  return [
    [100, 'AcDbHatch'],
    ...place(10, { x: 0, y: 0 }),
    [210, '0.0'],
    [220, '0.0'],
    [230, '1.0'],
    [2, solid ? 'SOLID' : '_USER'],
    [70, solid ? 1 : 0],
    [71, 0],
    [91, rings.length],
    ...rings.flatMap((ring, i): Group[] => [
      // A polyline; the first one is told as the outer edge.
      [92, i === 0 ? 3 : 2],
      [72, ring.bulges ? 1 : 0],
      [73, 1],
      [93, ring.points.length],
      ...ring.points.flatMap(({ x, y }, k): Group[] => [
        [10, real(x)],
        [20, real(y)],
        ...(ring.bulges ? [[42, real(ring.bulges[k] ?? 0)] as Group] : []),
      ]),
      [97, 0],
    ]),
    [75, 0],
    [76, solid ? 1 : 0],
    ...(solid
      ? []
      : ([
          [52, real(lines[0]!.turnDeg)],
          [41, real(lines[0]!.spacing)],
          [77, lines.length > 1 ? 1 : 0],
          [78, lines.length],
          ...lines.flatMap(({ through, turnDeg, spacing }): Group[] => {
            const turn = (turnDeg * Math.PI) / 180
            return [
              [53, real(turnDeg)],
              [43, real(through.x)],
              [44, real(through.y)],
              [45, real(-Math.sin(turn) * spacing)],
              [46, real(Math.cos(turn) * spacing)],
              [79, 0],
            ]
          }),
        ] as Group[])),
    [98, 0],
  ]
}

function insert(entity: Of<'insert'>, handle: string, ground: EntityGround, head: readonly Group[]): string {
  const { attributes = [] } = entity
  const inside = { ...ground, owner: handle }
  const written = attributes.map((attribute) =>
    groups(
      ...entityHead('ATTRIB', ground.handles.next(), inside, entity.layer),
      [100, 'AcDbText'],
      ...place(10, onDrawing(attribute.at, entity)),
      [40, real(attribute.height)],
      [1, lineText(attribute.text)],
      [72, ALIGNMENTS.middle],
      ...place(11, onDrawing(attribute.at, entity)),
      [100, 'AcDbAttribute'],
      ...attributeGroups(attribute),
    ),
  )
  return [
    groups(
      ...head,
      ...(attributes.length > 0 ? [[66, 1] as Group] : []),
      [100, 'AcDbBlockReference'],
      [2, ground.blockName(entity.block)],
      ...place(10, entity.at),
      [41, real(entity.scaleX)],
      [42, real(entity.scaleY)],
      [43, real(Math.abs(entity.scaleX))],
      [50, real(entity.turnDeg)],
    ),
    ...written,
    ...(attributes.length > 0 ? [groups(...entityHead('SEQEND', ground.handles.next(), inside, entity.layer))] : []),
  ].join('')
}

export const attributeGroups = ({ tag, hidden }: DxfAttribute): Group[] => [
  [2, tag],
  [70, hidden ? 1 : 0],
]

/** From a block's own space to where it is placed. */
export function onDrawing(p: Point, { at, turnDeg, scaleX, scaleY }: Of<'insert'>): Point {
  const turn = (turnDeg * Math.PI) / 180
  const [x, y] = [p.x * scaleX, p.y * scaleY]
  return { x: at.x + x * Math.cos(turn) - y * Math.sin(turn), y: at.y + x * Math.sin(turn) + y * Math.cos(turn) }
}

const pdfPageGroups = ({ at, perInch, turnDeg }: Of<'pdf-page'>, definition: string): Group[] => [
  [100, 'AcDbUnderlayReference'],
  [340, definition],
  ...place(10, at),
  [41, real(perInch)],
  [42, real(perInch)],
  [43, real(perInch)],
  [50, real(turnDeg)],
  ...place(210, { x: 0, y: 0, z: 1 }),
  // On, and in the colours that it has.
  [280, 2],
  [281, 100],
  [282, 0],
]

function imageGroups(
  { at, right, up }: Of<'image'>,
  { definition, reactor, attachment }: ReturnType<EntityGround['attachment']>,
): Group[] {
  const [widthPx, heightPx] = attachment.kind === 'image' ? [attachment.widthPx, attachment.heightPx] : [1, 1]
  return [
    [100, 'AcDbRasterImage'],
    [90, 0],
    ...place(10, at),
    ...place(11, right),
    ...place(12, up),
    [13, real(widthPx)],
    [23, real(heightPx)],
    [340, definition],
    [70, 7],
    [280, 0],
    [281, 50],
    [282, 50],
    [283, 0],
    [360, reactor],
    [71, 1],
    [91, 2],
    [14, '-0.5'],
    [24, '-0.5'],
    [14, real(widthPx - 0.5)],
    [24, real(heightPx - 0.5)],
  ]
}

/** Kinds of dimensions (group 70); 32: nothing else shows its block. */
const DIMENSION_TYPES = { aligned: 1, level: 0, upright: 0, angle: 5, radius: 4 } as const

function dimensionGroups(entity: DxfDimension, ground: EntityGround): Group[] {
  const { way, points, through, textAt, height, measured } = entity
  const [a, b, c] = points as [Point, Point, Point | undefined]
  const own = (): Group[] => {
    switch (way) {
      case 'radius':
        return [[100, 'AcDbRadialDimension'], ...place(15, b), [40, '0.0']]
      case 'angle':
        return [[100, 'AcDb3PointAngularDimension'], ...place(13, b), ...place(14, c ?? b), ...place(15, a)]
      case 'aligned':
        return [
          [100, 'AcDbAlignedDimension'],
          ...place(13, a),
          ...place(14, b),
          // Not asked for, but some readers measure along it.
          [50, real(degrees(Math.atan2(b.y - a.y, b.x - a.x)))],
        ]
      case 'level':
      case 'upright':
        return [
          [100, 'AcDbAlignedDimension'],
          ...place(13, a),
          ...place(14, b),
          [50, way === 'upright' ? '90.0' : '0.0'],
          [100, 'AcDbRotatedDimension'],
        ]
    }
  }
  return [
    [100, 'AcDbDimension'],
    [2, ground.dimensionBlock(entity)],
    ...place(10, way === 'radius' ? a : through),
    ...place(11, textAt),
    [70, DIMENSION_TYPES[way] + 32],
    [71, 5],
    [42, real(Math.abs(measured))],
    [3, ground.dimensionStyle(height)],
    ...own(),
  ]
}
