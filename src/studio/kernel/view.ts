import type { Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'

/** What part of the work plane the board shows. Kept in double precision; only pixels near the screen go to the canvas. */
export interface View {
  /** The point of the plane in the middle of the board. */
  readonly center: Point
  readonly pxPerMm: number
  /** Size of the board in CSS pixels. */
  readonly width: number
  readonly height: number
}

export const toScreen = ({ center, pxPerMm, width, height }: View, p: Point): Point => ({
  x: (p.x - center.x) * pxPerMm + width / 2,
  y: (center.y - p.y) * pxPerMm + height / 2,
})

export const toPlane = ({ center, pxPerMm, width, height }: View, p: Point): Point => ({
  x: (p.x - width / 2) / pxPerMm + center.x,
  y: (height / 2 - p.y) / pxPerMm + center.y,
})

/** The part of the plane that shows. */
export function visibleBox(view: View): Box {
  const a = toPlane(view, { x: 0, y: view.height })
  const b = toPlane(view, { x: view.width, y: 0 })
  return { minX: a.x, minY: a.y, maxX: b.x, maxY: b.y }
}
