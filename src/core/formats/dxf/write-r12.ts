import { flatten } from '../../geometry/piece/measure'
import { isWhole, type Piece, startOf } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { DASHES_MM, type Pen } from '../../model/pen'
import type { DxfDrawing, DxfEntity } from './drawing'
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

/** Release 12 knows neither ellipses nor splines: they are handed over as chords that leave them by this, in units of the drawing. */
const FLATNESS = 0.05
/** Its layer names are short and plain. */
const LONGEST_NAME = 31

/**
 * A drawing as text DXF of release 12 (AC1009), which every program reads: lines, arcs, circles, polylines with bulges
 * and text. The unit stands in the header as in later releases: what does not know it passes it over.
 * @returns the bytes of the file, in Windows-1252 as its readers take for granted
 */
export function writeDxfR12(drawing: DxfDrawing): Uint8Array {
  const text = [...pieces(drawing)].join('')
  return Uint8Array.from(text, (sign) => sign.charCodeAt(0))
}

function* pieces(drawing: DxfDrawing): Generator<string> {
  const names = plainNames(drawing.layers.map(({ name }) => name))
  const { body, low, high } = writeEntities(drawing, (entity) => writeEntity(entity, names.get(entity.layer) ?? '0'))
  const { insUnits, measurement } = UNIT_CODES[drawing.unit]
  yield groups(
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
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
    [2, 'TABLES'],
    ...lineTypes(),
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, names.size + 1],
    ...layer('0', 7),
    ...drawing.layers.flatMap(({ name, colorIndex, line }) => layer(names.get(name)!, colorIndex, line)),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
  )
  yield* body
  yield groups([0, 'ENDSEC'], [0, 'EOF'])
}

/** Names of capitals, figures and a few signs, each once. */
function plainNames(wanted: readonly string[]): Map<string, string> {
  const names = new Map<string, string>()
  const used = new Set(['0'])
  for (const name of wanted) {
    const plain =
      name
        .toUpperCase()
        .replace(/[^A-Z0-9$_-]/g, '_')
        .slice(0, LONGEST_NAME) || 'LAYER'
    let own = plain
    for (let i = 2; used.has(own); i++) own = `${plain.slice(0, LONGEST_NAME - 4)}_${i}`
    used.add(own)
    names.set(name, own)
  }
  return names
}

const layer = (name: string, colorIndex: number, line: Pen['line'] = 'full'): Group[] => [
  [0, 'LAYER'],
  [2, name],
  [70, 0],
  [62, colorIndex],
  [6, LINE_NAMES[line].toUpperCase()],
]

function lineTypes(): Group[] {
  const kinds = ['full', 'dashed', 'dotted', 'chain'] as const
  return [
    [0, 'TABLE'],
    [2, 'LTYPE'],
    [70, kinds.length],
    ...kinds.flatMap((line): Group[] => {
      const dashes = DASHES_MM[line]
      return [
        [0, 'LTYPE'],
        [2, LINE_NAMES[line].toUpperCase()],
        [70, 0],
        [3, ''],
        [72, 65],
        [73, dashes.length],
        [40, real(dashes.reduce((sum, each) => sum + each, 0) * LINE_TYPE_SCALE)],
        ...dashes.map((each, i): Group => [49, real((i % 2 ? -each : each) * LINE_TYPE_SCALE)]),
      ]
    }),
    [0, 'ENDTAB'],
  ]
}

/** What Windows-1252 shares with Unicode stays; the rest is written by its number. */
const plainText = (text: string): string =>
  text.replace(/[^\x20-\x7e\xa0-\xff]/gu, (sign) => {
    const code = sign.codePointAt(0)!
    return code < 0xa0 || code > 0xffff ? ' ' : `\\U+${code.toString(16).toUpperCase().padStart(4, '0')}`
  })

function writeEntity(entity: DxfEntity, layerName: string): string {
  const head = (type: string): Group[] => [
    [0, type],
    [8, layerName],
    ...(entity.pen?.line ? [[6, LINE_NAMES[entity.pen.line].toUpperCase()] as Group] : []),
  ]
  const chords = (piece: Piece) => polyline(head('POLYLINE'), layerName, [startOf(piece), ...flatten(piece, FLATNESS)])
  switch (entity.type) {
    case 'line':
      return groups(...head('LINE'), ...place(10, entity.start), ...place(11, entity.end))
    case 'polyline':
      return polyline(head('POLYLINE'), layerName, entity.points, entity.bulges, entity.closed)
    case 'arc': {
      const { center, radius, fromRad, sweepRad } = entity.arc
      if (isWhole(entity.arc)) return groups(...head('CIRCLE'), ...place(10, center), [40, real(radius)])
      const [from, to] = sweepRad > 0 ? [fromRad, fromRad + sweepRad] : [fromRad + sweepRad, fromRad]
      return groups(
        ...head('ARC'),
        ...place(10, center),
        [40, real(radius)],
        [50, real(degrees(from))],
        [51, real(degrees(to))],
      )
    }
    case 'ellipse':
      return chords(entity.ellipse)
    case 'spline':
      return chords({ kind: 'cubic', curve: entity.curve })
    case 'text':
      return groups(
        ...head('TEXT'),
        ...place(10, entity.at),
        [40, real(entity.height)],
        [1, plainText(entity.text)],
        [50, real(entity.turnDeg)],
        ...(entity.align === 'middle' ? [[72, 1] as Group, ...place(11, entity.at)] : []),
      )
  }
}

function polyline(
  head: readonly Group[],
  layerName: string,
  points: readonly Point[],
  bulges?: readonly number[],
  closed = false,
): string {
  return groups(
    ...head,
    [66, 1],
    ...place(10, { x: 0, y: 0 }),
    [70, closed ? 1 : 0],
    ...points.flatMap((p, i): Group[] => [
      [0, 'VERTEX'],
      [8, layerName],
      ...place(10, p),
      ...(bulges?.[i] ? [[42, real(bulges[i])] as Group] : []),
    ]),
    [0, 'SEQEND'],
    [8, layerName],
  )
}
