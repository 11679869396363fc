import type { Box } from '@/core/geometry/box'
import { freeSpot, turnedBox } from '@/core/geometry/label-spot'
import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import { palette } from '@/studio/ui/palette'

const FONT = '600 14px "IBM Plex Mono", monospace'
const HEIGHT_PX = 22
/** Air between labels, and between them and the edge. */
const AIR_PX = 3

interface Labels {
  readonly board: Box
  readonly taken: Box[]
}

const ofFrame = new WeakMap<Canvas, Labels>()

/** Begins a frame: no label stands yet. @param width of the board in pixels */
export function beginLabels(canvas: Canvas, width: number, height: number): void {
  const board = { minX: AIR_PX, minY: AIR_PX, maxX: width - AIR_PX, maxY: height - AIR_PX }
  ofFrame.set(canvas, { board, taken: [] })
}

/** A figure on a slip of paper, about a point of the screen. */
export const paintLabel = (canvas: Canvas, text: string, x: number, y: number): void =>
  paintLabelAt(canvas, text, [{ x, y }], 0, true)

/**
 * A figure on a slip of paper, at the first of some spots where no other one stands.
 * @param turnRad how the slip is turned on the screen
 * @param must whether it is shown even where no spot is free
 */
export function paintLabelAt(
  canvas: Canvas,
  text: string,
  spots: readonly Point[],
  turnRad: number,
  must: boolean,
): void {
  canvas.font = FONT
  const width = canvas.measureText(text).width + 14
  const labels = ofFrame.get(canvas)
  const boxes = spots.map(({ x, y }) => turnedBox(x, y, width + AIR_PX, HEIGHT_PX + AIR_PX, turnRad))
  const free = labels ? freeSpot(boxes, labels.taken, labels.board) : 0
  if (free === null && !must) return
  const spot = spots[free ?? 0]
  const box = boxes[free ?? 0]
  if (!spot || !box) return
  labels?.taken.push(box)
  paintSlip(canvas, text, spot, turnRad, width)
}

function paintSlip(canvas: Canvas, text: string, { x, y }: Point, turnRad: number, width: number): void {
  canvas.save()
  canvas.translate(x, y)
  canvas.rotate(turnRad)
  canvas.textAlign = 'center'
  canvas.textBaseline = 'middle'
  canvas.fillStyle = palette.paper
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1
  canvas.beginPath()
  canvas.roundRect(-width / 2, -HEIGHT_PX / 2, width, HEIGHT_PX, 4)
  canvas.fill()
  canvas.stroke()
  canvas.fillStyle = palette.red
  canvas.fillText(text, 0, 1)
  canvas.restore()
}
