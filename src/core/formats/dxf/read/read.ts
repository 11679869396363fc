import { type Affine, apply, compose, IDENTITY, lengthFactor } from '../../../geometry/affine'
import { flattenCubic, mapCubic } from '../../../geometry/bezier'
import { type Box, boxOf, corners, EMPTY_BOX, intersect, isEmpty, unite } from '../../../geometry/box'
import type { Point } from '../../../geometry/vector'
import type { Clip } from '../../../sheet/clip'
import { Flag, type Linework, type SheetLayer } from '../../../sheet/linework'
import type { StatedMeasure } from '../../../sheet/measures'
import { SourceError } from '../../../sheet/problem'
import { Recorder } from '../../../sheet/recorder'
import { MM_PER_PT } from '../../../units/length'
import { ENTITY_READERS } from './entities/registry'
import { type Drawn, type Entity, type Look, MOST_PIECES, Pen, planeMap, pointOf, toRad } from './entity'
import { layoutsOf, type Viewport, viewportOf } from './layouts'
import { Looks } from './looks'
import { type DxfRecord, recordsOf, variablesOf } from './records'
import { drawPage, PAGE_ENTITIES, type ShownPages } from './shown-pages'
import { type Group, groupsOf } from './tokens'

/** Millimetres in the units that $INSUNITS numbers (DXF reference, header variables). */
const UNIT_MM: Record<number, number> = {
  1: 25.4,
  2: 304.8,
  3: 1_609_344,
  4: 1,
  5: 10,
  6: 1000,
  7: 1e6,
  8: 25.4e-6,
  9: 0.0254,
  10: 914.4,
  13: 1e-3,
  14: 100,
  21: 304.8006096,
}

/** A DXF drawing as a sheet at full size: a millimetre of the drawing is a millimetre of the sheet. */
export interface DxfSheet {
  readonly linework: Linework
  /** Where the drawing's own zero lies on the sheet, in points; it may be far outside. */
  readonly zeroPt: Point
  /** Whether the file states its unit; else millimetres or inches are taken for it. */
  readonly unitStated: boolean
  /** Its layouts with viewports onto the model, in the order of their tabs. */
  readonly layouts: readonly DxfLayout[]
}

/** A layout of a drawing as a sheet of its paper, with the model as its viewports show it. */
export interface DxfLayout {
  readonly name: string
  readonly widthPt: number
  readonly heightPt: number
  readonly zeroPt: Point
  /** The scale of each viewport. */
  readonly measures: readonly StatedMeasure[]
  /** What stands on it, and the model through its viewports. @throws SourceError where that grows beyond bounds */
  linework(): Linework
}

/**
 * Reads a text DXF of any release from R12 on: its model space, or its layout where that is empty, and the layouts beside.
 * What is no figure, or lies beyond the earth, is left out; an insert within itself as well.
 * @param pages what lies on the pages beside it that it shows (`shownPagesOf`)
 * @throws SourceError where it is no DXF, holds nothing, or grows beyond bounds
 */
export function readDxf(bytes: Uint8Array, pages: ShownPages = new Map()): DxfSheet {
  let variables = new Map<string, Group[]>()
  const tables: DxfRecord[] = []
  const blocks: DxfRecord[] = []
  const objects: DxfRecord[] = []
  let reader: DrawingReader | null = null
  const figure = (name: string, usual: number) => Number(variables.get(name)?.[0]?.value ?? usual)
  const begin = () => new DrawingReader(new Looks(tables, figure('$LTSCALE', 1) || 1), blocksOf(blocks), pages)
  let any = false
  // Entities are drawn as they come and not kept: a drawing may hold a million of them.
  for (const { section, record } of recordsOf(groupsOf(bytes))) {
    any = true
    if (section === 'HEADER' && record.type === 'VARIABLES') variables = variablesOf(record)
    else if (section === 'TABLES') tables.push(record)
    else if (section === 'BLOCKS') blocks.push(record)
    else if (section === 'OBJECTS' && record.type === 'LAYOUT') objects.push(record)
    else if (section === 'ENTITIES') {
      reader ??= begin()
      reader.take(record)
    }
  }
  if (!any) throw new SourceError('broken-drawing')
  const drawing = reader ?? begin()
  const { drawn, looks } = drawing.close()
  const insUnits = figure('$INSUNITS', 0)
  const usualMm = figure('$MEASUREMENT', 1) === 0 ? 25.4 : 1
  const mmPerUnit = UNIT_MM[insUnits] ?? usualMm
  const about = layoutsOf(objects, tables)
  return {
    ...asSheet([{ drawn, window: null }], looks, mmPerUnit / MM_PER_PT),
    unitStated: UNIT_MM[insUnits] !== undefined,
    layouts: drawing
      .layouts()
      .slice(0, MOST_LAYOUTS)
      .map(({ block, entities }) => {
        const known = about.get(block)
        const layout = layoutOf(drawing, entities, mmPerUnit, known?.mmPerUnit ?? usualMm)
        return { order: known?.order ?? 0, layout: { ...layout, name: known?.name ?? '' } }
      })
      .sort((a, b) => a.order - b.order)
      .map(({ layout }) => layout),
  }
}

/** Layouts of one drawing at most. */
const MOST_LAYOUTS = 200

/** A layout as a sheet: what stands on it, and the model through its viewports. */
function layoutOf(
  drawing: DrawingReader,
  entities: readonly Entity[],
  mmPerUnit: number,
  paperMm: number,
): Omit<DxfLayout, 'name'> {
  const viewports = entities.flatMap((entity) => (isViewport(entity) ? (viewportOf(entity) ?? []) : []))
  const parts = [
    ...viewports.map((window) => ({ drawn: drawing.drawn, window })),
    { drawn: drawing.drawnOf(entities), window: null },
  ]
  const ptPerUnit = paperMm / MM_PER_PT
  const place = placeOf(parts, ptPerUnit)
  const measures = viewports.map(({ box, unitsPerUnit }): StatedMeasure => {
    const mmPerPt = (unitsPerUnit * mmPerUnit) / ptPerUnit
    return {
      source: 'viewport',
      name: null,
      words: '',
      box: boxOf(corners(box).map((p) => apply(place.map, p))),
      mmPerPtX: mmPerPt,
      mmPerPtY: mmPerPt,
    }
  })
  const { widthPt, heightPt, zeroPt } = place
  return { widthPt, heightPt, zeroPt, measures, linework: () => asLinework(parts, drawing.looks, place) }
}

const isViewport = ({ record }: Entity): boolean => record.type === 'VIEWPORT'

interface Block {
  readonly base: Point
  readonly entities: readonly Entity[]
}

function blocksOf(records: readonly DxfRecord[]): Map<string, Block> {
  const blocks = new Map<string, Block>()
  let begin: DxfRecord | null = null
  let held: DxfRecord[] = []
  for (const record of records) {
    if (record.type === 'BLOCK') {
      begin = record
      held = []
    } else if (record.type === 'ENDBLK') {
      if (begin) blocks.set(begin.text(2) ?? '', { base: pointOf(begin, 10), entities: entitiesOf(held) })
      begin = null
    } else held.push(record)
  }
  return blocks
}

/** Puts vertices and attributes to what they belong to. */
class EntityMaker {
  private open: { readonly record: DxfRecord; readonly parts: DxfRecord[] } | null = null

  /** Takes the next record. @returns the entity that is complete by that, if one is */
  take(record: DxfRecord): Entity | null {
    if (this.open && (record.type === 'VERTEX' || record.type === 'ATTRIB')) {
      this.open.parts.push(record)
      return null
    }
    const complete = this.close()
    const ends = record.type === 'SEQEND'
    this.open = ends ? null : { record, parts: [] }
    return complete
  }

  close(): Entity | null {
    const complete = this.open
    this.open = null
    return complete
  }
}

function entitiesOf(records: readonly DxfRecord[]): Entity[] {
  const maker = new EntityMaker()
  const entities = records.map((record) => maker.take(record))
  return [...entities, maker.close()].filter((entity) => entity !== null)
}

/** How deep inserts may stand within one another. */
const DEEPEST = 32
/** Copies of one arrayed insert at most. */
const MOST_COPIES = 10_000
/** Entities that are gone through at most, inserts of inserts and what draws nothing included. */
const MOST_VISITED = 5_000_000

const IN_SPACE: ReadonlySet<string> = new Set([
  'MESH',
  '3DSOLID',
  'BODY',
  'REGION',
  'SURFACE',
  'EXTRUDEDSURFACE',
  'LOFTEDSURFACE',
  'NURBSURFACE',
  'PLANESURFACE',
  'REVOLVEDSURFACE',
  'SWEPTSURFACE',
])
/** Flags of a polyline that is a mesh of points, or of faces. */
const MESH_FLAGS = 16 | 64

const isMesh = (record: DxfRecord): boolean =>
  IN_SPACE.has(record.type) || (record.type === 'POLYLINE' && (record.number(70) & MESH_FLAGS) !== 0)

class DrawingReader {
  readonly drawn: Drawn = { lines: [], curves: [], texts: [] }
  private readonly maker = new EntityMaker()
  /** What stands on the layout rather than in the model. */
  private readonly onLayout: Entity[] = []
  private visited = 0
  private modelIsEmpty = true
  /** Whether there are solids, meshes or surfaces, which have no lines of a plan. */
  private meshes = false

  constructor(
    readonly looks: Looks,
    private readonly blocks: ReadonlyMap<string, Block>,
    private readonly pages: ShownPages,
  ) {}

  take(record: DxfRecord): void {
    this.add(this.maker.take(record))
  }

  /** Layouts that show the model, each with what stands on it. Asked for once the drawing is closed. */
  layouts(): { block: string; entities: readonly Entity[] }[] {
    const held = [...this.blocks].filter(([name]) => /^\*paper_space/i.test(name))
    const all = held.map(([block, { entities }]) => ({ block, entities }))
    // What stands on the layout that was open is not in its block.
    const open = all.find(({ block }) => block.toLowerCase() === '*paper_space')
    if (open) open.entities = [...open.entities, ...this.onLayout]
    else all.push({ block: '*Paper_Space', entities: this.onLayout })
    const shows = (entity: Entity) => isViewport(entity) && viewportOf(entity) !== null
    return this.modelIsEmpty ? [] : all.filter(({ entities }) => entities.some(shows))
  }

  /** What entities of a layout draw, by themselves. */
  drawnOf(entities: readonly Entity[]): Drawn {
    const drawn: Drawn = { lines: [], curves: [], texts: [] }
    this.draw(entities, IDENTITY, null, [], drawn)
    return drawn
  }

  close(): { drawn: Drawn; looks: Looks } {
    this.add(this.maker.close())
    const { lines, curves, texts } = this.drawn
    this.modelIsEmpty = lines.length + curves.length + texts.length === 0
    if (this.modelIsEmpty) this.draw(this.onLayout, IDENTITY, null, [])
    if (this.meshes && lines.length + curves.length + texts.length === 0) throw new SourceError('only-meshes')
    return { drawn: this.drawn, looks: this.looks }
  }

  private add(entity: Entity | null): void {
    if (!entity) return
    if (entity.record.number(67) === 1) this.onLayout.push(entity)
    else this.draw([entity], IDENTITY, null, [])
  }

  private draw(
    entities: readonly Entity[],
    map: Affine,
    insert: Look | null,
    within: readonly string[],
    drawn = this.drawn,
  ): void {
    for (const entity of entities) {
      const { record } = entity
      if (++this.visited > MOST_VISITED) throw new SourceError('drawing-too-large')
      if (record.number(60) === 1) continue
      const look = this.looks.of(record, insert)
      const pen = new Pen(drawn, map, look, within)
      if (isMesh(record)) this.meshes = true
      if (record.type === 'INSERT') this.insert(entity, pen)
      // A dimension draws itself as a block of its own.
      else if (record.type === 'DIMENSION') this.block(record.text(2) ?? '', pen)
      else if (PAGE_ENTITIES.has(record.type)) drawPage(entity, pen, this.pages)
      else ENTITY_READERS[record.type]?.(entity, pen)
    }
  }

  private insert({ record, parts }: Entity, pen: Pen): void {
    const name = record.text(2) ?? ''
    const base = this.blocks.get(name)?.base
    const plane = planeMap(record)
    const turn = toRad(record.number(50))
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const at = pointOf(record, 10)
    const [scaleX, scaleY] = [record.number(41, 1), record.number(42, 1)]
    const columns = Math.max(1, record.number(70, 1) || 1)
    const rows = Math.max(1, record.number(71, 1) || 1)
    for (let copy = 0; base && copy < Math.min(columns * rows, MOST_COPIES); copy++) {
      const dx = (copy % columns) * record.number(44)
      const dy = Math.floor(copy / columns) * record.number(45)
      const placed: Affine = [
        cos * scaleX,
        sin * scaleX,
        -sin * scaleY,
        cos * scaleY,
        at.x + cos * dx - sin * dy,
        at.y + sin * dx + cos * dy,
      ]
      this.block(name, pen.through(plane).through(placed).through([1, 0, 0, 1, -base.x, -base.y]))
    }
    for (const part of parts) {
      const look = this.looks.of(part, pen.look)
      ENTITY_READERS.ATTRIB!({ record: part, parts: [] }, new Pen(pen.drawn, pen.map, look, pen.within))
    }
  }

  private block(name: string, { map, look, within, drawn }: Pen): void {
    const block = this.blocks.get(name)
    if (++this.visited > MOST_VISITED) throw new SourceError('drawing-too-large')
    if (!block || within.includes(name) || within.length >= DEEPEST) return
    this.draw(block.entities, map, look, [...within, name], drawn)
  }
}

/** Curves are followed this closely when the extent of a drawing is measured, as a part of each one's size. */
const EXTENT_STEPS = 1e-3

/** Something drawn, as it is or through a window of a layout. */
interface Part {
  readonly drawn: Drawn
  readonly window: Viewport | null
}

function asSheet(parts: readonly Part[], looks: Looks, ptPerUnit: number): Pick<DxfSheet, 'linework' | 'zeroPt'> {
  const place = placeOf(parts, ptPerUnit)
  return { linework: asLinework(parts, looks, place), zeroPt: place.zeroPt }
}

/** Where a drawing lies on its sheet. */
interface Place {
  readonly widthPt: number
  readonly heightPt: number
  readonly zeroPt: Point
  /** From its units to the sheet. */
  readonly map: Affine
}

/** @throws SourceError where nothing is drawn */
function placeOf(parts: readonly Part[], ptPerUnit: number): Place {
  const box = parts.reduce((all, { drawn, window }) => unite(all, window ? window.box : extentOf(drawn)), EMPTY_BOX)
  if (isEmpty(box)) throw new SourceError('empty-drawing')
  const map: Affine = compose([1, 0, 0, 1, -box.minX, -box.minY], [ptPerUnit, 0, 0, ptPerUnit, 0, 0])
  return {
    // A single line across or up has a size in one direction only; a sheet has two.
    widthPt: Math.max((box.maxX - box.minX) * ptPerUnit, 1),
    heightPt: Math.max((box.maxY - box.minY) * ptPerUnit, 1),
    zeroPt: { x: map[4], y: map[5] },
    map,
  }
}

function asLinework(parts: readonly Part[], looks: Looks, { widthPt, heightPt, map }: Place): Linework {
  const recorder = new Recorder(widthPt, heightPt)
  const used = new Set<string>()
  for (const { drawn } of parts)
    for (const kind of [drawn.lines, drawn.curves, drawn.texts]) for (const { look } of kind) used.add(look.layer)
  const layers: SheetLayer[] = [...looks.layers.values()]
    .filter(({ name }) => used.has(name))
    .map(({ name, visible }) => ({ name, visible }))
  const whole: Clip = { box: { minX: -1, minY: -1, maxX: widthPt + 1, maxY: heightPt + 1 }, areas: [] }
  let room = MOST_PIECES
  for (const { drawn, window } of parts) {
    const to = window ? compose(window.map, map) : map
    const clip = window ? { box: boxOf(corners(window.box).map((p) => apply(map, p))), areas: [] } : whole
    room -= record(recorder, drawn, layers, to, clip)
    // Each viewport shows the model once more.
    if (room < 0) throw new SourceError('drawing-too-large')
  }
  return recorder.finish(layers)
}

/**
 * Takes down what is drawn, but for what lies outside of the clip.
 * @param to from its units to the sheet, without shear
 * @returns how many pieces that were
 */
function record(recorder: Recorder, drawn: Drawn, layers: readonly SheetLayer[], to: Affine, clip: Clip): number {
  let count = 0
  const isSeen = (points: readonly Point[]) => {
    const seen = !isEmpty(intersect(boxOf(points), clip.box))
    if (seen) count++
    return seen
  }
  const ptPerUnit = lengthFactor(to)
  const turn = Math.atan2(to[1], to[0])
  const indexes = new Map(layers.map(({ name }, i) => [name, i]))
  const flagsOf = ({ layer }: Look) => (layers[indexes.get(layer)!]!.visible ? 0 : Flag.layerOff)
  const styleOf = (look: Look, fill: boolean) =>
    recorder.style({
      kind: fill ? 'fill' : 'stroke',
      color: look.color,
      alpha: 1,
      widthPt: look.weight / 100 / MM_PER_PT,
      dashPt: look.dash.map((length) => length * ptPerUnit),
      layer: indexes.get(look.layer)!,
      markup: false,
      // Islands of hatches alternate, as DXF has it by default.
      ...(fill && { evenOdd: true as const }),
    })
  for (const { a, b, look, fill } of drawn.lines) {
    const [p, q] = [apply(to, a), apply(to, b)]
    if (isSeen([p, q])) recorder.segment(p.x, p.y, q.x, q.y, styleOf(look, fill), flagsOf(look), clip)
  }
  for (const { curve, look, fill } of drawn.curves) {
    const here = mapCubic(curve, (p) => apply(to, p))
    if (isSeen([here.start, here.pullStart, here.pullEnd, here.end]))
      recorder.curve(here, styleOf(look, fill), flagsOf(look), clip)
  }
  for (const { text, at, height, length, turnRad, look } of drawn.texts) {
    const place = apply(to, at)
    if (!isSeen([place])) continue
    recorder.run(
      {
        text,
        ...place,
        lengthPt: length * ptPerUnit,
        heightPt: height * ptPerUnit,
        turnRad: turnRad + turn,
        layer: indexes.get(look.layer)!,
        flags: flagsOf(look),
      },
      look.color,
    )
  }
  return count
}

function extentOf({ lines, curves, texts }: Drawn): Box {
  let box = EMPTY_BOX
  for (const { a, b } of lines) box = unite(box, boxOf([a, b]))
  for (const { curve } of curves) {
    const size = Math.hypot(curve.end.x - curve.start.x, curve.end.y - curve.start.y)
    box = unite(box, boxOf(flattenCubic(curve, Math.max(size * EXTENT_STEPS, 1e-9))))
  }
  for (const { at } of texts) box = unite(box, boxOf([at]))
  return box
}
