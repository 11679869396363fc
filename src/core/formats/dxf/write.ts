import { type EllipseArc, isWhole } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { squareAxes } from '../../model/ellipse/axes'
import { DASHES_MM, type Pen } from '../../model/pen'
import type { DxfDrawing, DxfEntity, DxfLayer } from './drawing'
import {
  degrees,
  type Group,
  groups,
  LINE_NAMES,
  LINE_TYPE_SCALE,
  place,
  real,
  UNIT_CODES,
  writeEntities,
} from './groups'

/** Handles of the fixed objects; entities count on from FIRST_ENTITY. */
const HANDLE = {
  viewportTable: '8',
  lineTypeTable: '5',
  layerTable: '2',
  styleTable: '3',
  viewTable: '6',
  frameTable: '7',
  applicationTable: '9',
  dimensionStyleTable: 'A',
  blockTable: '1',
  modelBlock: '1F',
  paperBlock: '1B',
  rootDictionary: 'C',
  groupDictionary: 'D',
} as const
const FIRST_ENTITY = 0x100

/** Names that the format itself prescribes: strict readers refuse a file without them (DXF reference, APPID and OBJECTS). */
const PRESCRIBED = { application: 'ACAD', groups: 'ACAD_GROUP' } as const

/** Characters that a layer name may not hold: some signs, and what is not printed. */
const FORBIDDEN = /[<>/\\":;?*|=`,\p{Cc}]/gu

/**
 * A drawing as text DXF of the 2007 format (AC1021): the oldest whose text is UTF-8, so that names and notes of any language pass.
 * @returns pieces of text, to be written one after another
 */
export function* writeDxf(drawing: DxfDrawing): Generator<string> {
  const names = new Map(drawing.layers.map(({ name }) => [name, layerName(name)]))
  let handle = FIRST_ENTITY
  const { body, low, high } = writeEntities(drawing, (entity) =>
    writeEntity(entity, names.get(entity.layer) ?? '0', (handle++).toString(16).toUpperCase()),
  )
  const tables = writeTables(drawing, names, () => (handle++).toString(16).toUpperCase())
  const { insUnits, measurement } = UNIT_CODES[drawing.unit]
  yield groups(
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1021'],
    [9, '$DWGCODEPAGE'],
    [3, 'ANSI_1252'],
    [9, '$HANDSEED'],
    [5, (handle + 1).toString(16).toUpperCase()],
    [9, '$INSUNITS'],
    [70, insUnits],
    [9, '$MEASUREMENT'],
    [70, measurement],
    [9, '$EXTMIN'],
    ...place(10, low),
    [9, '$EXTMAX'],
    ...place(10, high),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'CLASSES'],
    [0, 'ENDSEC'],
  )
  yield tables
  yield writeBlocks()
  yield groups([0, 'SECTION'], [2, 'ENTITIES'])
  yield* body
  yield groups([0, 'ENDSEC'])
  yield writeObjects()
  yield groups([0, 'EOF'])
}

/** A name as DXF allows it: no reserved characters, at most 255 of them. */
export function layerName(name: string): string {
  return name.replace(FORBIDDEN, '_').trim().slice(0, 255) || 'unnamed'
}

function writeEntity(entity: DxfEntity, layer: string, handle: string): string {
  const head = (type: string): Group[] => [
    [0, type],
    [5, handle],
    [330, HANDLE.modelBlock],
    [100, 'AcDbEntity'],
    [8, layer],
    ...penGroups(entity.pen ?? {}),
  ]
  switch (entity.type) {
    case 'line':
      return groups(...head('LINE'), [100, 'AcDbLine'], ...place(10, entity.start), ...place(11, entity.end))
    case 'polyline':
      return groups(
        ...head('LWPOLYLINE'),
        [100, 'AcDbPolyline'],
        [90, entity.points.length],
        [70, entity.closed ? 1 : 0],
        ...entity.points.flatMap(({ x, y }, i): Group[] => [
          [10, real(x)],
          [20, real(y)],
          ...(entity.bulges?.[i] ? [[42, real(entity.bulges[i])] as Group] : []),
        ]),
      )
    case 'arc': {
      const { center, radius, fromRad, sweepRad } = entity.arc
      const round: Group[] = [[100, 'AcDbCircle'], ...place(10, center), [40, real(radius)]]
      if (isWhole(entity.arc)) return groups(...head('CIRCLE'), ...round)
      // DXF runs every arc anticlockwise.
      const [from, to] = sweepRad > 0 ? [fromRad, fromRad + sweepRad] : [fromRad + sweepRad, fromRad]
      return groups(...head('ARC'), ...round, [100, 'AcDbArc'], [50, real(degrees(from))], [51, real(degrees(to))])
    }
    case 'ellipse': {
      const { center, fromRad, sweepRad } = entity.ellipse
      const { axis, ratio, twistRad } = longAxis(entity.ellipse)
      const from = (sweepRad > 0 ? fromRad : fromRad + sweepRad) - twistRad
      const to = from + Math.abs(sweepRad)
      return groups(
        ...head('ELLIPSE'),
        [100, 'AcDbEllipse'],
        ...place(10, center),
        ...place(11, axis),
        [210, '0.0'],
        [220, '0.0'],
        [230, ratio < 0 ? '-1.0' : '1.0'],
        [40, real(Math.abs(ratio))],
        [41, real(from)],
        [42, real(to)],
      )
    }
    case 'spline': {
      const { start, pullStart, pullEnd, end } = entity.curve
      // A Bézier curve is the B-spline of degree 3 with fourfold knots at its ends.
      return groups(
        ...head('SPLINE'),
        [100, 'AcDbSpline'],
        [70, 8],
        [71, 3],
        [72, 8],
        [73, 4],
        [74, 0],
        ...[0, 0, 0, 0, 1, 1, 1, 1].map((knot): Group => [40, real(knot)]),
        ...[start, pullStart, pullEnd, end].flatMap((p) => place(10, p)),
      )
    }
    case 'text':
      return groups(
        ...head('TEXT'),
        [100, 'AcDbText'],
        ...place(10, entity.at),
        [40, real(entity.height)],
        [1, entity.text],
        [50, real(entity.turnDeg)],
        ...(entity.align === 'middle' ? [[72, 1] as Group, ...place(11, entity.at)] : []),
        [100, 'AcDbText'],
      )
  }
}

/** The longer half axis of an ellipse, the other one as a part of it, and by how much the parameter starts later. */
function longAxis(ellipse: EllipseArc): { axis: Point; ratio: number; twistRad: number } {
  const square = squareAxes(ellipse)
  const twistRad = ellipse.fromRad - square.fromRad
  if (Math.abs(square.ratio) <= 1) return { axis: square.axis, ratio: square.ratio, twistRad }
  const { x, y } = square.axis
  return {
    axis: { x: -y * square.ratio, y: x * square.ratio },
    ratio: 1 / square.ratio,
    twistRad: twistRad + Math.PI / 2,
  }
}

/** Line weights that DXF knows, hundredths of a millimetre. */
const WEIGHTS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211]

const nearestWeight = (mm: number): number =>
  WEIGHTS.reduce((best, each) => (Math.abs(each - mm * 100) < Math.abs(best - mm * 100) ? each : best))

/** What an entity or a layer is drawn with. */
const penGroups = ({ color, line, weightMm }: Partial<Pen>): Group[] => [
  ...(line ? [[6, LINE_NAMES[line]] as Group] : []),
  ...(color ? [[420, Number.parseInt(color.slice(1), 16)] as Group] : []),
  ...(weightMm !== undefined ? [[370, nearestWeight(weightMm)] as Group] : []),
]

function writeTables({ layers }: DxfDrawing, names: ReadonlyMap<string, string>, next: () => string): string {
  const table = (name: string, handle: string, rows: readonly string[]): string =>
    groups([0, 'TABLE'], [2, name], [5, handle], [330, '0'], [100, 'AcDbSymbolTable'], [70, rows.length]) +
    rows.join('') +
    groups([0, 'ENDTAB'])
  const row = (type: string, owner: string, kind: string, name: string, ...rest: Group[]): string =>
    groups(
      [0, type],
      [5, next()],
      [330, owner],
      [100, 'AcDbSymbolTableRecord'],
      [100, kind],
      [2, name],
      [70, 0],
      ...rest,
    )
  const lineType = (name: string, dashes: readonly number[] = []) =>
    row(
      'LTYPE',
      HANDLE.lineTypeTable,
      'AcDbLinetypeTableRecord',
      name,
      [3, ''],
      [72, 65],
      [73, dashes.length],
      [40, real(dashes.reduce((sum, each) => sum + each, 0))],
      ...dashes.flatMap((each, i): Group[] => [
        [49, real((i % 2 ? -each : each) * LINE_TYPE_SCALE)],
        [74, 0],
      ]),
    )
  const distinct = new Map<string, DxfLayer>([
    ['0', { name: '0', colorIndex: 7 }],
    ...layers.map((layer) => [names.get(layer.name)!, layer] as const),
  ])
  const block = (handle: string, name: string) =>
    groups(
      [0, 'BLOCK_RECORD'],
      [5, handle],
      [330, HANDLE.blockTable],
      [100, 'AcDbSymbolTableRecord'],
      [100, 'AcDbBlockTableRecord'],
      [2, name],
      [340, '0'],
    )
  const dimensionStyles =
    groups(
      [0, 'TABLE'],
      [2, 'DIMSTYLE'],
      [5, HANDLE.dimensionStyleTable],
      [330, '0'],
      [100, 'AcDbSymbolTable'],
      [70, 0],
      [100, 'AcDbDimStyleTable'],
    ) + groups([0, 'ENDTAB'])
  return [
    groups([0, 'SECTION'], [2, 'TABLES']),
    table('VPORT', HANDLE.viewportTable, []),
    table('LTYPE', HANDLE.lineTypeTable, [
      ...['ByBlock', 'ByLayer', 'Continuous'].map((name) => lineType(name)),
      ...(['dashed', 'dotted', 'chain'] as const).map((line) => lineType(LINE_NAMES[line], DASHES_MM[line])),
    ]),
    table(
      'LAYER',
      HANDLE.layerTable,
      [...distinct].map(([name, { colorIndex, color, line = 'full', weightMm }]) =>
        row(
          'LAYER',
          HANDLE.layerTable,
          'AcDbLayerTableRecord',
          name,
          [62, colorIndex],
          ...penGroups({ line, ...(color && { color }), ...(weightMm !== undefined && { weightMm }) }),
        ),
      ),
    ),
    table('STYLE', HANDLE.styleTable, [
      row(
        'STYLE',
        HANDLE.styleTable,
        'AcDbTextStyleTableRecord',
        'Standard',
        [40, '0.0'],
        [41, '1.0'],
        [50, '0.0'],
        [71, 0],
        [42, '2.5'],
        [3, 'txt'],
        [4, ''],
      ),
    ]),
    table('VIEW', HANDLE.viewTable, []),
    table('UCS', HANDLE.frameTable, []),
    table('APPID', HANDLE.applicationTable, [
      row('APPID', HANDLE.applicationTable, 'AcDbRegAppTableRecord', PRESCRIBED.application),
    ]),
    dimensionStyles,
    table('BLOCK_RECORD', HANDLE.blockTable, [
      block(HANDLE.modelBlock, '*Model_Space'),
      block(HANDLE.paperBlock, '*Paper_Space'),
    ]),
    groups([0, 'ENDSEC']),
  ].join('')
}

function writeBlocks(): string {
  const block = (owner: string, name: string, begin: string, end: string, paper: boolean) => {
    const space: Group[] = paper ? [[67, 1]] : []
    return groups(
      [0, 'BLOCK'],
      [5, begin],
      [330, owner],
      [100, 'AcDbEntity'],
      ...space,
      [8, '0'],
      [100, 'AcDbBlockBegin'],
      [2, name],
      [70, 0],
      ...place(10, { x: 0, y: 0 }),
      [3, name],
      [1, ''],
      [0, 'ENDBLK'],
      [5, end],
      [330, owner],
      [100, 'AcDbEntity'],
      ...space,
      [8, '0'],
      [100, 'AcDbBlockEnd'],
    )
  }
  return (
    groups([0, 'SECTION'], [2, 'BLOCKS']) +
    block(HANDLE.modelBlock, '*Model_Space', '20', '21', false) +
    block(HANDLE.paperBlock, '*Paper_Space', '1C', '1D', true) +
    groups([0, 'ENDSEC'])
  )
}

function writeObjects(): string {
  return groups(
    [0, 'SECTION'],
    [2, 'OBJECTS'],
    [0, 'DICTIONARY'],
    [5, HANDLE.rootDictionary],
    [330, '0'],
    [100, 'AcDbDictionary'],
    [281, 1],
    [3, PRESCRIBED.groups],
    [350, HANDLE.groupDictionary],
    [0, 'DICTIONARY'],
    [5, HANDLE.groupDictionary],
    [330, HANDLE.rootDictionary],
    [100, 'AcDbDictionary'],
    [281, 1],
    [0, 'ENDSEC'],
  )
}
