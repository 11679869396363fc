import { type Entity, type Pen, pointOf } from '../entity'

/** A picture beside the drawing: where it lies, as its edge. */
export function image({ record }: Entity, pen: Pen): void {
  const [at, right, up] = [pointOf(record, 10), pointOf(record, 11), pointOf(record, 12)]
  const size = pointOf(record, 13)
  frame(pen.through([right.x * size.x, right.y * size.x, up.x * size.y, up.y * size.y, at.x, at.y]))
}

/** The edge of the unit square. */
export function frame(pen: Pen): void {
  const corners = [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
    { x: 0, y: 1 },
  ]
  corners.forEach((corner, i) => void pen.line(corner, corners[(i + 1) % 4]!))
}
