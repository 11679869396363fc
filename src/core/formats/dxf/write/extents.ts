import { type Box, boxOf, EMPTY_BOX, unite } from '../../../geometry/box'
import { boxOfPiece } from '../../../geometry/piece/measure'
import { bulgedPiece } from '../../../geometry/piece/piece'
import type { DxfEntity, DxfRing } from '../drawing'

const boxOfRing = ({ points, bulges }: DxfRing, closed: boolean): Box =>
  bulges
    ? points
        .slice(0, closed ? undefined : -1)
        .map((p, i) => boxOfPiece(bulgedPiece(p, points[(i + 1) % points.length]!, bulges[i] ?? 0)))
        .reduce(unite, EMPTY_BOX)
    : boxOf(points)

/** What an entity covers; of writing and placed blocks their places. */
export function boxOfEntity(entity: DxfEntity): Box {
  switch (entity.type) {
    case 'line':
      return boxOf([entity.start, entity.end])
    case 'polyline':
      return boxOfRing(entity, entity.closed)
    case 'arc':
      return boxOfPiece(entity.arc)
    case 'ellipse':
      return boxOfPiece(entity.ellipse)
    case 'spline':
      return boxOf(entity.curves.flatMap((curve) => Object.values(curve)))
    case 'text':
    case 'lines-of-text':
    case 'insert':
    case 'pdf-page':
    case 'image':
      return boxOf([entity.at])
    case 'hatch':
      return entity.rings.map((ring) => boxOfRing(ring, true)).reduce(unite, EMPTY_BOX)
    case 'dimension':
      return entity.drawn.map(boxOfEntity).reduce(unite, EMPTY_BOX)
  }
}
