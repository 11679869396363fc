import type { Drawing } from '@/studio/tooling/drawing'
import { rectangleDrawing } from '@/studio/tooling/rectangle'
import { newWall } from '../new-wall'

/** Four walls by two opposite corners. They run clockwise: the left of each is the outside. */
export const wallRectangle: Drawing = {
  ...rectangleDrawing,
  name: 'wall-rectangle',
  word: 'Walls in a rectangle',
  key: null,
  label: 'Trace four walls',
  shape: ([a, b], _, context) => {
    if (!a || !b || a.at.x === b.at.x || a.at.y === b.at.y) return null
    const [minX, maxX] = [Math.min(a.at.x, b.at.x), Math.max(a.at.x, b.at.x)]
    const [minY, maxY] = [Math.min(a.at.y, b.at.y), Math.max(a.at.y, b.at.y)]
    const ring = [
      { x: minX, y: minY },
      { x: minX, y: maxY },
      { x: maxX, y: maxY },
      { x: maxX, y: minY },
    ]
    return ring.map((corner, i) => newWall(corner, ring[(i + 1) % 4]!, context, [a, b]))
  },
}
