import type { Point } from '../../geometry/vector'
import { MM_PER } from '../../units/length'
import type { DxfAttribute, DxfBlock, DxfDrawing, DxfEntity, DxfRing, DxfUnit } from './drawing'

/** A drawing in another unit, as large as it was; what lies on paper stays in millimetres of that. */
export function inUnit(drawing: DxfDrawing, unit: DxfUnit): DxfDrawing {
  const factor = MM_PER[drawing.unit] / MM_PER[unit]
  if (factor === 1) return { ...drawing, unit }
  return {
    ...drawing,
    unit,
    entities: scaledAll(drawing.entities, factor),
    ...(drawing.blocks && { blocks: drawing.blocks.map((block) => scaledBlock(block, factor)) }),
    ...(drawing.layouts && {
      layouts: drawing.layouts.map((layout) => ({
        ...layout,
        view: { ...layout.view, middle: scaledPoint(layout.view.middle, factor) },
      })),
    }),
  }
}

function* scaledAll(entities: Iterable<DxfEntity>, factor: number): Generator<DxfEntity> {
  for (const entity of entities) yield scaled(entity, factor)
}

function scaledPoint<P extends Point>(p: P, factor: number): P {
  const { x, y } = p
  return { ...p, x: x * factor, y: y * factor, ...('z' in p && { z: Number(p.z) * factor }) }
}

const scaledRing = ({ points, bulges }: DxfRing, factor: number): DxfRing => ({
  points: points.map((p) => scaledPoint(p, factor)),
  ...(bulges && { bulges }),
})

const scaledAttribute = (attribute: DxfAttribute, factor: number): DxfAttribute => ({
  ...attribute,
  at: scaledPoint(attribute.at, factor),
  height: attribute.height * factor,
})

const scaledBlock = (block: DxfBlock, factor: number): DxfBlock => ({
  ...block,
  entities: block.entities.map((entity) => scaled(entity, factor)),
  ...(block.attributes && { attributes: block.attributes.map((each) => scaledAttribute(each, factor)) }),
})

function scaled(entity: DxfEntity, factor: number): DxfEntity {
  const point = <P extends Point>(p: P): P => scaledPoint(p, factor)
  switch (entity.type) {
    case 'line':
      return { ...entity, start: point(entity.start), end: point(entity.end) }
    case 'polyline':
      return { ...entity, ...scaledRing(entity, factor) }
    case 'arc':
      return { ...entity, arc: { ...entity.arc, center: point(entity.arc.center), radius: entity.arc.radius * factor } }
    case 'ellipse': {
      const { center, u, v } = entity.ellipse
      return { ...entity, ellipse: { ...entity.ellipse, center: point(center), u: point(u), v: point(v) } }
    }
    case 'spline':
      return {
        ...entity,
        curves: entity.curves.map(({ start, pullStart, pullEnd, end }) => ({
          start: point(start),
          pullStart: point(pullStart),
          pullEnd: point(pullEnd),
          end: point(end),
        })),
      }
    case 'text':
    case 'lines-of-text':
      return { ...entity, at: point(entity.at), height: entity.height * factor }
    case 'hatch':
      return {
        ...entity,
        rings: entity.rings.map((ring) => scaledRing(ring, factor)),
        lines: entity.lines.map(({ through, turnDeg, spacing }) => ({
          through: point(through),
          turnDeg,
          spacing: spacing * factor,
        })),
        drawn: entity.drawn.map((each) => scaled(each, factor)),
      }
    case 'insert':
      // Its block is scaled itself.
      return {
        ...entity,
        at: point(entity.at),
        ...(entity.attributes && { attributes: entity.attributes.map((each) => scaledAttribute(each, factor)) }),
      }
    case 'pdf-page':
      return { ...entity, at: point(entity.at), perInch: entity.perInch * factor }
    case 'image':
      return { ...entity, at: point(entity.at), right: point(entity.right), up: point(entity.up) }
    case 'dimension':
      return {
        ...entity,
        points: entity.points.map(point),
        through: point(entity.through),
        textAt: point(entity.textAt),
        height: entity.height * factor,
        measured: entity.way === 'angle' ? entity.measured : entity.measured * factor,
        drawn: entity.drawn.map((each) => scaled(each, factor)),
      }
  }
}
