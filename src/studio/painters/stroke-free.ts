import { distance, type Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import { palette } from '@/studio/ui/palette'

/**
 * What is painted in every frame. One stroke with smooth edges makes a canvas smooth all of itself anew, which where
 * no graphics card helps costs more than all pictures on it; rectangles and stamps are smooth without that.
 */

/** Paints a straight line as a narrow rectangle, in the fill colour. Coordinates in pixels of the canvas. */
export function paintStraight(canvas: Canvas, from: Point, to: Point, widthPx: number): void {
  canvas.save()
  canvas.translate(from.x, from.y)
  canvas.rotate(Math.atan2(to.y - from.y, to.x - from.x))
  // A little longer, so that corners are closed.
  canvas.fillRect(-widthPx / 2, -widthPx / 2, distance(from, to) + widthPx, widthPx)
  canvas.restore()
}

/** Fills a parallelogram with the fill colour. @param corners in order; pixels of the canvas */
export function paintParallelogram(canvas: Canvas, corners: readonly Point[]): void {
  const [corner, along, , up] = corners
  if (!corner || !along || !up) return
  canvas.save()
  canvas.transform(along.x - corner.x, along.y - corner.y, up.x - corner.x, up.y - corner.y, corner.x, corner.y)
  canvas.fillRect(0, 0, 1, 1)
  canvas.restore()
}

/** Stamps are painted at this many times their size, for screens with fine pixels. */
const GROWTH = 2

/**
 * A small mark that is painted once for each light and then copied.
 * @param paint paints it about the origin
 * @returns what puts it with its middle on a point
 */
export function stamp(
  sizePx: number,
  paint: (canvas: OffscreenCanvasRenderingContext2D) => void,
): (canvas: Canvas, at: Point) => void {
  const marks = new Map<string, OffscreenCanvas>()
  const make = () => {
    const made = new OffscreenCanvas(sizePx * GROWTH, sizePx * GROWTH)
    const inside = made.getContext('2d')!
    inside.scale(GROWTH, GROWTH)
    inside.translate(sizePx / 2, sizePx / 2)
    paint(inside)
    return made
  }
  return (canvas, { x, y }) => {
    const mark = marks.get(palette.paper) ?? make()
    marks.set(palette.paper, mark)
    canvas.drawImage(mark, x - sizePx / 2, y - sizePx / 2, sizePx, sizePx)
  }
}
