import { type Box, EMPTY_BOX, unite } from '../../../geometry/box'
import { flatten } from '../../../geometry/piece/measure'
import { bulgedPiece, isWhole, type Piece } from '../../../geometry/piece/piece'
import type { Point } from '../../../geometry/vector'
import { DASHES_MM, type Pen } from '../../../model/pen'
import { MM_PER } from '../../../units/length'
import type { DxfAttribute, DxfBlock, DxfDrawing, DxfEntity } from '../drawing'
import { aligned, onDrawing } from './entities'
import { boxOfEntity } from './extents'
import {
  degrees,
  extentGroups,
  type Group,
  groups,
  LINE_NAMES,
  LINE_TYPE_SCALE,
  place,
  real,
  unitGroups,
} from './groups'
import { Handles } from './handles'
import { distinctNames, firstByName } from './names'
import { lineText } from './text'

/** Release 12 knows neither ellipses nor splines: they are handed over as chords that leave them by this. */
const FLATNESS_MM = 0.05
/** Its layer names are short and plain. */
const LONGEST_NAME = 31

/**
 * A drawing as text DXF of release 12 (AC1009), which every program reads: lines, arcs, circles, polylines with bulges,
 * text and blocks with attributes; hatches and dimensions as what they draw. The unit stands in the header as in later releases: what does not know it passes it over.
 * @returns the bytes of the file, in Windows-1252 as its readers take for granted
 */
export function writeDxfR12(drawing: DxfDrawing): Uint8Array {
  const text = [...pieces(drawing)].join('')
  return Uint8Array.from(text, (sign) => sign.charCodeAt(0))
}

/** What entities are written with. */
interface Ground {
  readonly handles: Handles
  readonly layers: ReadonlyMap<string, string>
  readonly blocks: ReadonlyMap<string, string>
  readonly flatness: number
}

function* pieces(drawing: DxfDrawing): Generator<string> {
  const { blocks = [] } = drawing
  const plain = (names: readonly string[]) => distinctNames(names, plainName, LONGEST_NAME)
  const ground: Ground = {
    handles: new Handles(),
    layers: plain(drawing.layers.map(({ name }) => name)),
    blocks: plain(blocks.map(({ name }) => name)),
    flatness: FLATNESS_MM / MM_PER[drawing.unit],
  }
  const body: string[] = []
  let box: Box = EMPTY_BOX
  for (const entity of drawing.entities) {
    body.push(writeEntity(entity, ground))
    box = unite(box, boxOfEntity(entity))
  }
  const layers = [...firstByName(drawing.layers).values()]
  yield groups(
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$HANDLING'],
    [70, 1],
    ...unitGroups(drawing.unit),
    ...extentGroups(box),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    ...lineTypes(1 / MM_PER[drawing.unit]),
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, layers.length + 1],
    ...layer('0', 7),
    ...layers.flatMap(({ name, colorIndex, line, off }) =>
      layer(ground.layers.get(name)!, off ? -colorIndex : colorIndex, line),
    ),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'BLOCKS'],
  )
  yield* blocks.map((block) => writeBlock(block, ground))
  yield groups([0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES'])
  yield* body
  yield groups([0, 'ENDSEC'], [0, 'EOF'])
}

/** A name of capitals, figures and a few signs. */
const plainName = (name: string): string =>
  name
    .toUpperCase()
    .replace(/[^A-Z0-9$_-]/g, '_')
    .slice(0, LONGEST_NAME) || 'LAYER'

/** Polylines within blocks go out as lines and arcs: in this release readers lose count of their ends. */
function inPieces(entity: DxfEntity): DxfEntity[] {
  if (entity.type !== 'polyline') return [entity]
  const { points, bulges, closed, layer, pen } = entity
  const on = { layer, ...(pen && { pen }) }
  return points.slice(0, closed ? undefined : -1).map((start, i): DxfEntity => {
    const piece = bulgedPiece(start, points[(i + 1) % points.length]!, bulges?.[i] ?? 0)
    return piece.kind === 'arc'
      ? { ...on, type: 'arc', arc: piece }
      : { ...on, type: 'line', start: piece.start, end: piece.end }
  })
}

function writeBlock({ name, entities, attributes = [] }: DxfBlock, ground: Ground): string {
  const own = ground.blocks.get(name)!
  return [
    groups([0, 'BLOCK'], [8, '0'], [2, own], [70, attributes.length > 0 ? 2 : 0], ...place(10, { x: 0, y: 0 }), [
      3,
      own,
    ]),
    ...entities.flatMap(inPieces).map((entity) => writeEntity(entity, ground)),
    ...attributes.map((attribute) =>
      groups(
        [0, 'ATTDEF'],
        [5, ground.handles.next()],
        [8, '0'],
        ...written(attribute, attribute.at),
        [3, attribute.tag],
        ...tagged(attribute),
      ),
    ),
    groups([0, 'ENDBLK'], [8, '0']),
  ].join('')
}

const written = ({ height, text }: DxfAttribute, at: Point): Group[] => [
  ...place(10, at),
  [40, real(height)],
  [1, plainText(text)],
  [72, 1],
  ...place(11, at),
]

const tagged = ({ tag, hidden }: DxfAttribute): Group[] => [
  [2, tag],
  [70, hidden ? 1 : 0],
]

const layer = (name: string, colorIndex: number, line: Pen['line'] = 'full'): Group[] => [
  [0, 'LAYER'],
  [2, name],
  [70, 0],
  [62, colorIndex],
  [6, LINE_NAMES[line].toUpperCase()],
]

function lineTypes(perMm: number): Group[] {
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
        [40, real(dashes.reduce((sum, each) => sum + each, 0) * LINE_TYPE_SCALE * perMm)],
        ...dashes.map((each, i): Group => [49, real((i % 2 ? -each : each) * LINE_TYPE_SCALE * perMm)]),
      ]
    }),
    [0, 'ENDTAB'],
  ]
}

/** What Windows-1252 shares with Unicode stays; the rest is written by its number. */
const plainText = (text: string): string =>
  lineText(text).replace(/[^\x20-\x7e\xa0-\xff]/gu, (sign) => {
    const code = sign.codePointAt(0)!
    return code < 0xa0 || code > 0xffff ? ' ' : `\\U+${code.toString(16).toUpperCase().padStart(4, '0')}`
  })

/** From one baseline to the next, in heights. */
const LINE_HEIGHTS = 1.5

function writeEntity(entity: DxfEntity, ground: Ground): string {
  const layerName = ground.layers.get(entity.layer) ?? '0'
  const head = (type: string): Group[] => [
    [0, type],
    [5, ground.handles.next()],
    [8, layerName],
    ...(entity.pen?.line ? [[6, LINE_NAMES[entity.pen.line].toUpperCase()] as Group] : []),
  ]
  const chords = (pieces: readonly Piece[]) =>
    polyline(
      head,
      pieces.flatMap((piece, i) => flatten(piece, ground.flatness).slice(i === 0 ? 0 : 1)),
    )
  const all = (entities: readonly DxfEntity[]) => entities.map((each) => writeEntity(each, ground)).join('')
  switch (entity.type) {
    case 'line':
      return groups(...head('LINE'), ...place(10, entity.start), ...place(11, entity.end))
    case 'polyline':
      return polyline(head, entity.points, entity.bulges, entity.closed)
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
      return chords([entity.ellipse])
    case 'spline':
      return chords(entity.curves.map((curve) => ({ kind: 'cubic', curve })))
    case 'text':
      return groups(
        ...head('TEXT'),
        ...place(10, entity.at),
        [40, real(entity.height)],
        [1, plainText(entity.text)],
        [50, real(entity.turnDeg)],
        ...aligned(entity),
      )
    case 'lines-of-text':
      return all(
        entity.text.split('\n').map((text, i): DxfEntity => {
          const turn = (entity.turnDeg * Math.PI) / 180
          const down = i * LINE_HEIGHTS * entity.height
          return {
            ...entity,
            type: 'text',
            text,
            at: { x: entity.at.x + Math.sin(turn) * down, y: entity.at.y - Math.cos(turn) * down },
          }
        }),
      )
    case 'hatch':
    case 'dimension':
      return all(entity.drawn)
    // Release 12 knows neither images nor pages.
    case 'pdf-page':
    case 'image':
      return ''
    case 'insert': {
      const { block, at, scaleX, scaleY, turnDeg, attributes = [] } = entity
      return [
        groups(
          ...head('INSERT'),
          ...(attributes.length > 0 ? [[66, 1] as Group] : []),
          [2, ground.blocks.get(block) ?? block],
          ...place(10, at),
          [41, real(scaleX)],
          [42, real(scaleY)],
          [43, real(Math.abs(scaleX))],
          [50, real(turnDeg)],
        ),
        ...attributes.map((attribute) =>
          groups(...head('ATTRIB'), ...written(attribute, onDrawing(attribute.at, entity)), ...tagged(attribute)),
        ),
        ...(attributes.length > 0 ? [groups(...head('SEQEND'))] : []),
      ].join('')
    }
  }
}

function polyline(
  head: (type: string) => Group[],
  points: readonly Point[],
  bulges?: readonly number[],
  closed = false,
): string {
  return groups(
    ...head('POLYLINE'),
    [66, 1],
    ...place(10, { x: 0, y: 0 }),
    [70, closed ? 1 : 0],
    ...points.flatMap((p, i): Group[] => [
      ...head('VERTEX'),
      ...place(10, p),
      ...(bulges?.[i] ? [[42, real(bulges[i])] as Group] : []),
    ]),
    ...head('SEQEND'),
  )
}
