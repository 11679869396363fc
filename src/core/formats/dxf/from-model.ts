import type { ProjectRecord } from '../../model/registry'
import { wallOutlines } from '../../model/wall/joins'
import type { DxfDrawing } from './drawing'

const WALL_LAYER = 'A-WALL'

/** The traced model as a drawing in millimetres, true to size: each wall a closed outline on the walls' layer. */
export function modelDrawing(records: Iterable<ProjectRecord>): DxfDrawing {
  const walls = [...records].filter((record) => record.kind === 'wall')
  const outlines = [...wallOutlines(walls).values()]
  return {
    unit: 'mm',
    layers: [{ name: WALL_LAYER, colorIndex: 7 }],
    entities: outlines.map((points) => ({ type: 'polyline', layer: WALL_LAYER, points, closed: true }) as const),
  }
}
