import { type Box, EMPTY_BOX, isEmpty, unite } from '../../../geometry/box'
import type { Point } from '../../../geometry/vector'
import { type BuildingElement, elementKind, isBuildingElement } from '../../../model/building-shapes'
import { type Layer, layersOf } from '../../../model/layer/schema'
import { levelOfElement } from '../../../model/level/of-element'
import { FIRST_LEVEL, withFirstLevel } from '../../../model/level/schema'
import { ofKind } from '../../../model/of-kind'
import { openingsByWall } from '../../../model/opening/by-wall'
import { Plan } from '../../../model/plan'
import type { ProjectRecord } from '../../../model/registry'
import { displayOf } from '../../../model/settings/schema'
import { isDrawn, kindOf } from '../../../model/shapes'
import type { Space } from '../../../model/space/schema'
import { builtLayers } from '../../../model/wall/layers'
import { edgesOfRing, ringsBesideOpenings } from '../../../model/wall/openings'
import type { Wall } from '../../../model/wall/schema'
import { wallTypeOf } from '../../../model/wall-type/schema'
import { formatArea } from '../../../units/format'
import { chainEntities } from '../chains'
import type { DxfDrawing, DxfEntity, DxfLayer } from '../drawing'
import type { DrawnStorey, PlanChoice } from './choice'
import { levelLayout, PAPER_LAYERS } from './layouts'
import { OpeningBlocks } from './openings'
import { plainEntities, shapeEntities, symbolBlock } from './shapes'

const WALL_LAYER: Omit<DxfLayer, 'name'> = { colorIndex: 7, weightMm: 0.5 }
/** How walls are built: their layers. */
const WITHIN: DxfLayer = { name: 'A-WALL-PATT', colorIndex: 8, weightMm: 0.13 }

export const classLayer = (element: BuildingElement): string => elementKind(element).dxfLayer(element)

/**
 * The traced model as a drawing in millimetres, true to size: walls cut at their openings, doors and windows as blocks
 * that say what they are, lines on their own layers. Where several storeys are built, the layers of those above the
 * lowest end with their names, and each is laid out on a sheet of its own.
 */
export function modelDrawing(all: Iterable<ProjectRecord>, choice: PlanChoice = {}): DxfDrawing {
  const records = new Map([...all].map((record) => [record.id, record]))
  const display = displayOf(records)
  const plan = Plan.of(records, display)
  const { around } = plan
  const storeys = storeysOf(records, choice.levelId)
  const elements = [...plan.shapes.values()]
    .map(({ shape }) => shape)
    .filter((shape): shape is BuildingElement => isBuildingElement(shape) && storeys.has(shape))
  const openings = new OpeningBlocks(around)
  const holes = openingsByWall(records)
  const layers = new Map<string, DxfLayer>()
  const byStorey = new Map<string, { box: Box; layers: Set<string> }>()
  /** The layer of an element, which is noted with its storey. */
  const layerOf = (element: BuildingElement, layer: DxfLayer = ownLayer(element)): string => {
    const name = layer.name + storeys.suffix(element)
    if (!layers.has(name)) layers.set(name, { ...layer, name })
    const storey = storeys.of(element)
    if (storey !== null) {
      const known = byStorey.get(storey) ?? { box: EMPTY_BOX, layers: new Set() }
      known.layers.add(name)
      known.box = unite(known.box, plan.shapes.get(element.id)!.box)
      byStorey.set(storey, known)
    }
    return name
  }
  const walls = elements.filter((element) => element.kind === 'wall')
  const rings = (wall: Wall, outlines = plan.ringsOf(wall.id), layer?: DxfLayer): DxfEntity[] =>
    ringsBesideOpenings(wall, outlines, holes.get(wall.id) ?? []).flatMap((ring) =>
      ringEntities(wall, ring, layerOf(wall, layer)),
    )
  const typed = walls.flatMap((wall) => {
    const type = wallTypeOf(wall, records)
    return type ? [{ wall, type, rings: plan.ringsOf(wall.id) }] : []
  })
  const within = builtLayers(typed)
  const elementEntities = (element: BuildingElement): DxfEntity[] => {
    if (element.kind === 'opening') return openings.place(element, layerOf(element))
    if (element.kind === 'space') return roomLabel(element, plan, layerOf(element))
    return plainEntities(element, { layer: layerOf(element) }, around)
  }
  const printed = layersOf(records).filter((layer) => layer.printed)
  const handed = new Map(printed.map((layer) => [layer.id, layer]))
  const drawn = [...records.values()].filter(isDrawn).filter(({ layerId, planeId }) => handed.has(layerId) && !planeId)
  const symbols = ofKind('symbol', records)
  const placed = new Set(drawn.flatMap((shape) => (shape.kind === 'insert' ? [shape.symbolId] : [])))
  const used = new Set(drawn.map(({ layerId }) => layerId))
  const entities = [
    ...walls.flatMap((wall) => rings(wall)),
    ...walls.flatMap((wall) => (within.get(wall.id) ?? []).flatMap((layer) => rings(wall, layer.rings, WITHIN))),
    ...elements.filter(({ kind }) => kind !== 'wall').flatMap(elementEntities),
    ...drawn.flatMap((shape) => shapeEntities(shape, handed.get(shape.layerId)!.name, around)),
  ]
  const drawnBox = drawn.map(({ id }) => plan.shapes.get(id)!.box).reduce<Box>(unite, EMPTY_BOX)
  const shown = storeys.known.flatMap(({ id, name }): DrawnStorey[] => {
    const found = byStorey.get(id)
    return found ? [{ id, name, box: unite(found.box, drawnBox), layers: [...found.layers] }] : []
  })
  const { paper } = choice
  const laid =
    paper === undefined
      ? []
      : (shown.length > 0 ? shown : alone(drawnBox)).map((storey) =>
          levelLayout(storey, shown, records, { ...choice, paper }),
        )
  return {
    unit: 'mm',
    layers: [
      ...(layers.has('A-WALL') || walls.length > 0 ? [] : [{ ...WALL_LAYER, name: 'A-WALL' }]),
      ...layers.values(),
      ...printed.filter(({ id }) => used.has(id)).map(dxfLayer),
      ...(laid.length > 0 ? PAPER_LAYERS : []),
    ],
    entities,
    blocks: [
      ...openings.blocks,
      ...symbols.filter(({ id }) => placed.has(id)).map((symbol) => symbolBlock(symbol, around)),
    ],
    dimensions: display,
    layouts: laid,
  }
}

/** A drawing of lines alone is laid out as one. */
const alone = (box: Box): DrawnStorey[] =>
  isEmpty(box) ? [] : [{ id: FIRST_LEVEL.id, name: FIRST_LEVEL.name, box, layers: [] }]

const ringEntities = (wall: Wall, ring: readonly Point[], layer: string): DxfEntity[] =>
  chainEntities({ pieces: edgesOfRing(wall, ring), closed: true }).map((entity) => ({ layer, ...entity }))

/** From the name of a room to its area, in heights of its letters. */
const AREA_BELOW = 1.7
/** How large its area is written, in parts of its name. */
const AREA_SIZE = 0.8

/** A room by its number and name, with its area beneath. */
function roomLabel(space: Space, plan: Plan, layer: string): DxfEntity[] {
  const boundary = plan.boundaryOf(space)
  const name = plainEntities(space, { layer }, plan.around)
  const [label] = kindOf(space).letters?.(space, plan.around) ?? []
  if (!label || !boundary) return name
  const { x, y } = label.at
  return [
    ...name,
    {
      type: 'lines-of-text',
      layer,
      at: { x, y: y - AREA_BELOW * label.heightMm },
      text: formatArea(boundary.areaMm2, plan.around.display),
      height: AREA_SIZE * label.heightMm,
      turnDeg: 0,
      align: 'middle',
    },
  ]
}

function ownLayer(element: BuildingElement): DxfLayer {
  const name = classLayer(element)
  const { pen } = elementKind(element)
  if (!pen) return { ...WALL_LAYER, name }
  return { name, colorIndex: 7, color: pen.color, line: pen.line, weightMm: pen.weightMm }
}

/** Which storeys are drawn, and how their layers are told apart. */
function storeysOf(records: ReadonlyMap<string, ProjectRecord>, only: string | undefined) {
  /** The level of an element; null for what stands on every one. */
  const levelOf = (element: BuildingElement): string | null =>
    kindOf(element).everyLevel ? null : levelOfElement(element, records)
  const known = withFirstLevel(records)
  const levels = new Map(known.map((level) => [level.id, level.name] as const))
  const elements = [...records.values()].filter(isBuildingElement)
  const used = new Set(elements.map(levelOf).filter((id) => id !== null && levels.has(id)))
  // The lowest that is built keeps the plain names, so that what worked with one storey goes on working.
  const [lowest] = [...levels.keys()].filter((id) => used.has(id))
  return {
    known,
    of: levelOf,
    has: (element: BuildingElement): boolean => {
      const level = levelOf(element)
      return only === undefined || level === null || level === only
    },
    suffix: (element: BuildingElement): string => {
      const level = levelOf(element) ?? ''
      const name = levels.get(level)
      return only !== undefined || name === undefined || level === lowest ? '' : `-${name}`
    },
  }
}

export const dxfLayer = ({ name, color, line, weightMm, visible }: Layer): DxfLayer => ({
  name,
  colorIndex: 7,
  color,
  line,
  weightMm,
  off: !visible,
})
