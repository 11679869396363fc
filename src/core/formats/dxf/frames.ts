import type { Building } from '../../building/building'
import type { PlatePiece } from '../../building/plate-pieces'
import { circle } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import { layerOf, layersOf } from '../../model/layer/schema'
import { ofKind } from '../../model/of-kind'
import { Plan } from '../../model/plan'
import { outlineOfPlate } from '../../model/plate/place'
import type { ProjectRecord } from '../../model/registry'
import { displayOf } from '../../model/settings/schema'
import { isDrawn, type Shape } from '../../model/shapes'
import { chainEntities } from './chains'
import type { DxfDrawing, DxfEntity } from './drawing'
import { classLayer, dxfLayer } from './plan/plan'
import { plainEntities, shapeEntities, symbolBlock } from './plan/shapes'

type Records = ReadonlyMap<string, ProjectRecord>

/** A level or work plane as it is looked at straight on: its right and up from its own zero, millimetres. */
export function planeDrawing(
  records: Records,
  planeId: string,
  marks: ReadonlyMap<string, string> = new Map(),
): DxfDrawing {
  const plan = Plan.of(records, displayOf(records), planeId)
  const shown = [...plan.shapes.values()].filter((planned) => plan.shows(planned)).map(({ shape }) => shape)
  const layer = (shape: Shape) => (isDrawn(shape) ? layerOf(records, shape.layerId).name : classLayer(shape))
  const names = new Set(shown.map(layer))
  const own = layersOf(records).filter(({ name }) => names.has(name))
  const known = new Set(own.map(({ name }) => name))
  const marked = shown.flatMap(({ id }): DxfEntity[] => {
    const [mark, box] = [marks.get(id), plan.shapes.get(id)!.box]
    return mark ? [markAt(mark, { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 })] : []
  })
  const symbols = new Set(shown.flatMap((shape) => (shape.kind === 'insert' ? [shape.symbolId] : [])))
  return {
    unit: 'mm',
    layers: [
      ...own.map(dxfLayer),
      ...[...names].filter((name) => !known.has(name)).map((name) => ({ name, colorIndex: 7 })),
      ...(marked.length > 0 ? [{ name: MARK_LAYER, colorIndex: 7 }] : []),
    ],
    entities: [
      ...shown.flatMap((shape) =>
        isDrawn(shape)
          ? shapeEntities(shape, layer(shape), plan.around)
          : plainEntities(shape, { layer: layer(shape) }, plan.around),
      ),
      ...marked,
    ],
    blocks: ofKind('symbol', records)
      .filter(({ id }) => symbols.has(id))
      .map((symbol) => symbolBlock(symbol, plan.around)),
    dimensions: displayOf(records),
  }
}

/** What members and plates go by. */
const MARK_LAYER = 'S-MARK'
/** Letters of a mark: 3 mm high at 1:50. */
const MARK_MM = 150

const markAt = (text: string, at: Point): DxfEntity => ({
  type: 'text',
  layer: MARK_LAYER,
  at,
  text,
  height: MARK_MM,
  turnDeg: 0,
  align: 'middle',
})

/** The traced lines of all members in space, on a layer for each section. */
export function axesDrawing({ members }: Building): DxfDrawing {
  const names = [...new Set(members.map(({ body }) => body.placed.section.name))]
  return {
    unit: 'mm',
    layers: names.map((name) => ({ name, colorIndex: 7 })),
    entities: members.map(
      ({ body: { placed } }): DxfEntity => ({
        type: 'line',
        layer: placed.section.name,
        start: placed.start,
        end: placed.end,
      }),
    ),
  }
}

/** A plate at its true size, to be cut by: outline and holes, its mark beside it. */
export function plateDrawing({ mark, plates, holes, widthMm, heightMm }: PlatePiece): DxfDrawing {
  const { plate } = plates[0]!
  const size = Math.max(3, Math.min(widthMm, heightMm) / 12)
  const corners = plates[0]!.corners
  const [left, low] = [Math.min(...corners.map(({ x }) => x)), Math.min(...corners.map(({ y }) => y))]
  return {
    unit: 'mm',
    layers: [
      { name: 'OUTLINE', colorIndex: 7 },
      { name: 'HOLES', colorIndex: 1 },
      { name: 'TEXT', colorIndex: 8 },
    ],
    entities: [
      ...chainEntities(outlineOfPlate(plate)).map((entity): DxfEntity => ({ layer: 'OUTLINE', ...entity })),
      ...holes.map(
        ({ x, y, diameterMm }): DxfEntity => ({ type: 'arc', layer: 'HOLES', arc: circle({ x, y }, diameterMm / 2) }),
      ),
      {
        type: 'text',
        layer: 'TEXT',
        at: { x: left, y: low - 2 * size },
        text: `${mark}  t ${plate.thicknessMm}  ${plates.length} x`,
        height: size,
        turnDeg: 0,
      },
    ],
  }
}
