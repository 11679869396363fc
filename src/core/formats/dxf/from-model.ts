import type { Chain } from '../../draft/chain'
import { type Arc, bulgeOf, endOf, isWhole, type Piece, startOf } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { type BuildingElement, elementKind, isBuildingElement } from '../../model/building-shapes'
import { type Layer, layersOf } from '../../model/layer/schema'
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

/** The traced model as a drawing in millimetres, true to size: walls as closed outlines, lines on their own layers. */
export function modelDrawing(all: Iterable<ProjectRecord>): DxfDrawing {
  const records = new Map([...all].map((record) => [record.id, record]))
  const walls = [...records.values()].filter((record) => record.kind === 'wall')
  // Dimensions say what they measure in the job's own unit.
  const around = surroundingsOf(records, displayOf(records))
  const layers = layersOf(records).filter(({ printed }) => printed)
  const handed = new Map(layers.map((layer) => [layer.id, layer]))
  const drawn = [...records.values()].filter(isDrawn).filter(({ layerId, planeId }) => handed.has(layerId) && !planeId)
  const used = new Set(drawn.map(({ layerId }) => layerId))
  const through = crossingsOf(walls)
  const rings = new Map(
    [...wallOutlines(walls)].map(([id, outline]) => [id, standingParts(outline, through.get(id) ?? [])] as const),
  )
  const closed =
    (layer: string) =>
    (points: readonly Point[]): DxfEntity => ({
      type: 'polyline',
      layer,
      points,
      closed: true,
    })
  const outlines = [...rings.values()].flat().map(closed(WALL_LAYER))
  const typed = walls.flatMap((wall) => {
    const [type, parts] = [wallTypeOf(wall, records), rings.get(wall.id)]
    return type && parts ? [{ wall, type, rings: parts }] : []
  })
  const within = [...builtLayers(typed).values()].flat().flatMap((layer) => layer.rings.map(closed(WITHIN_LAYER)))
  const built = [...records.values()].filter(isBuildingElement).filter((element) => element.kind !== 'wall')
  const classes = [...new Set(built.map(classLayer))]
  return {
    unit: 'mm',
    layers: [
      { name: WALL_LAYER, colorIndex: 7 },
      ...(within.length > 0 ? [{ name: WITHIN_LAYER, colorIndex: 8 }] : []),
      ...classes.map((name) => ({ name, colorIndex: 7 })),
      ...layers.filter(({ id }) => used.has(id)).map(dxfLayer),
    ],
    entities: [
      ...outlines,
      ...within,
      ...built.flatMap((element) => entitiesOf(element, classLayer(element), around)),
      ...drawn.flatMap((shape) => entitiesOf(shape, handed.get(shape.layerId)!.name, around)),
    ],
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
