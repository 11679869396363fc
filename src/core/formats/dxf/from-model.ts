import type { Chain } from '../../draft/chain'
import { type Arc, bulgeOf, endOf, isWhole, type Piece, startOf } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { type BuildingElement, elementKind, isBuildingElement } from '../../model/building-shapes'
import { type Layer, layersOf } from '../../model/layer/schema'
import { levelOfElement } from '../../model/level/of-element'
import { FIRST_LEVEL, levelIdOf, levelsOf } from '../../model/level/schema'
import type { ProjectRecord } from '../../model/registry'
import { displayOf } from '../../model/settings/schema'
import type { Surroundings } from '../../model/shape'
import { isDrawn, kindOf, type Shape, surroundingsOf } from '../../model/shapes'
import { crossingsOf, standingParts } from '../../model/wall/crossings'
import { wallOutlines } from '../../model/wall/joins'
import { builtLayers } from '../../model/wall/layers'
import { wallTypeOf } from '../../model/wall-type/schema'
import type { DxfDrawing, DxfEntity, DxfLayer } from './drawing'

const WALL_LAYER = 'A-WALL'
/** How walls are built: their layers. */
const WITHIN_LAYER = 'A-WALL-PATT'

export const classLayer = (element: BuildingElement): string => elementKind(element).dxfLayer(element)

/**
 * The traced model as a drawing in millimetres, true to size: walls as closed outlines, lines on their own layers. Where
 * several storeys are built, the layers of those above the lowest end with their names.
 * @param levelId the storey that is drawn alone; all where it is left out
 */
export function modelDrawing(all: Iterable<ProjectRecord>, levelId?: string): DxfDrawing {
  const records = new Map([...all].map((record) => [record.id, record]))
  const storeys = storeysOf(records, levelId)
  const walls = [...records.values()].filter((record) => record.kind === 'wall').filter(storeys.has)
  // Dimensions say what they measure in the job's own unit.
  const around = surroundingsOf(records, displayOf(records))
  const layers = layersOf(records).filter(({ printed }) => printed)
  const handed = new Map(layers.map((layer) => [layer.id, layer]))
  const drawn = [...records.values()].filter(isDrawn).filter(({ layerId, planeId }) => handed.has(layerId) && !planeId)
  const used = new Set(drawn.map(({ layerId }) => layerId))
  // Walls meet others of their storey alone.
  const rings = new Map(
    [...new Set(walls.map(levelIdOf))].flatMap((level) => {
      const some = walls.filter((wall) => levelIdOf(wall) === level)
      const through = crossingsOf(some)
      return [...wallOutlines(some)].map(
        ([id, outline]) => [id, standingParts(outline, through.get(id) ?? [])] as const,
      )
    }),
  )
  const closed =
    (layer: string) =>
    (points: readonly Point[]): DxfEntity => ({
      type: 'polyline',
      layer,
      points,
      closed: true,
    })
  const outlines = walls.flatMap((wall) => (rings.get(wall.id) ?? []).map(closed(WALL_LAYER + storeys.suffix(wall))))
  const typed = walls.flatMap((wall) => {
    const [type, parts] = [wallTypeOf(wall, records), rings.get(wall.id)]
    return type && parts ? [{ wall, type, rings: parts }] : []
  })
  const layersWithin = builtLayers(typed)
  const within = walls.flatMap((wall) =>
    (layersWithin.get(wall.id) ?? []).flatMap((layer) => layer.rings.map(closed(WITHIN_LAYER + storeys.suffix(wall)))),
  )
  const built = [...records.values()]
    .filter(isBuildingElement)
    .filter((element) => element.kind !== 'wall' && storeys.has(element))
  const layerOf = (element: BuildingElement) => classLayer(element) + storeys.suffix(element)
  const usedBy = (entities: readonly DxfEntity[], fallback: string) =>
    entities.length > 0 ? [...new Set(entities.map(({ layer }) => layer))] : [fallback]
  const classes = [...new Set(built.map(layerOf))]
  return {
    unit: 'mm',
    layers: [
      ...usedBy(outlines, WALL_LAYER).map((name) => ({ name, colorIndex: 7 })),
      ...(within.length > 0 ? usedBy(within, WITHIN_LAYER).map((name) => ({ name, colorIndex: 8 })) : []),
      ...classes.map((name) => ({ name, colorIndex: 7 })),
      ...layers.filter(({ id }) => used.has(id)).map(dxfLayer),
    ],
    entities: [
      ...outlines,
      ...within,
      ...built.flatMap((element) => entitiesOf(element, layerOf(element), around)),
      ...drawn.flatMap((shape) => entitiesOf(shape, handed.get(shape.layerId)!.name, around)),
    ],
  }
}

/** Which storeys are drawn, and how their layers are told apart. */
function storeysOf(
  records: ReadonlyMap<string, ProjectRecord>,
  only: string | undefined,
): { has: (element: BuildingElement) => boolean; suffix: (element: BuildingElement) => string } {
  const levelOf = (element: BuildingElement): string | null =>
    kindOf(element).everyLevel ? null : levelOfElement(element, records)
  const known = levelsOf(records)
  // The first level needs no record of its own.
  const all = known.some(({ id }) => id === FIRST_LEVEL.id) ? known : [...known, FIRST_LEVEL]
  const levels = new Map(
    [...all].sort((a, b) => a.elevationMm - b.elevationMm).map((level) => [level.id, level.name] as const),
  )
  const elements = [...records.values()].filter(isBuildingElement)
  const used = new Set(elements.map(levelOf).filter((id) => id !== null && levels.has(id)))
  // The lowest that is built keeps the plain names, so that what worked with one storey goes on working.
  const [lowest] = [...levels.keys()].filter((id) => used.has(id))
  return {
    has: (element) => {
      const level = levelOf(element)
      return only === undefined || level === null || level === only
    },
    suffix: (element) => {
      const level = levelOf(element) ?? ''
      const name = levels.get(level)
      return only !== undefined || name === undefined || level === lowest ? '' : `-${name}`
    },
  }
}

export const dxfLayer = ({ name, color, line, weightMm }: Layer): DxfLayer => ({
  name,
  colorIndex: 7,
  color,
  line,
  weightMm,
})

export function entitiesOf(shape: Shape, layer: string, around: Surroundings): DxfEntity[] {
  const kind = kindOf(shape)
  const on = { layer, ...('pen' in shape && shape.pen && { pen: shape.pen }) }
  const lines = kind
    .chains(shape, around)
    .flatMap((chain) => chainEntities(chain).map((entity) => ({ ...on, ...entity })))
  const letters = (kind.letters?.(shape, around) ?? []).map(
    ({ text, at, heightMm, turnRad, align }): DxfEntity => ({
      ...on,
      type: 'text',
      at,
      text,
      height: heightMm,
      turnDeg: (turnRad * 180) / Math.PI,
      align,
    }),
  )
  return [...lines, ...letters]
}

type Bare = DxfEntity extends infer E ? (E extends DxfEntity ? Omit<E, 'layer' | 'pen'> : never) : never

/** One entity for a run of straight pieces and arcs; one each for the rest. */
export function chainEntities({ pieces, closed }: Chain): Bare[] {
  const isPlain = (piece: Piece) => piece.kind === 'segment' || (piece.kind === 'arc' && !isWhole(piece))
  const [first] = pieces
  if (pieces.length === 1 && first?.kind === 'segment') return [{ type: 'line', start: first.start, end: first.end }]
  if (pieces.every(isPlain)) {
    const run = pieces as readonly Parameters<typeof bulgeOf>[0][]
    if (run.length === 1 && run[0]!.kind === 'arc') return [{ type: 'arc', arc: run[0] as Arc }]
    const bulges = run.map(bulgeOf)
    return [
      {
        type: 'polyline',
        points: [...run.map(startOf), ...(closed ? [] : [endOf(run.at(-1)!)])],
        ...(bulges.some((bulge) => bulge !== 0) && { bulges }),
        closed,
      },
    ]
  }
  return pieces.map(pieceEntity)
}

function pieceEntity(piece: Piece): Bare {
  switch (piece.kind) {
    case 'segment':
      return { type: 'line', start: piece.start, end: piece.end }
    case 'arc':
      return { type: 'arc', arc: piece }
    case 'ellipse':
      return { type: 'ellipse', ellipse: piece }
    case 'cubic':
      return { type: 'spline', curve: piece.curve }
  }
}
