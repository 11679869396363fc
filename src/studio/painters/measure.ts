import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** Lines this near to upright are lettered as upright ones. */
const SLACK_RAD = 0.02

/** A measured length: a red line between two short bars, its figure, if any, beside its middle, upright to read. */
export function paintMeasure(canvas: Canvas, view: View, from: Point, to: Point, figure: string | null): void {
  const a = toScreen(view, from)
  const b = toScreen(view, to)
  const turn = Math.atan2(b.y - a.y, b.x - a.x)
  const bar = { x: -Math.sin(turn) * 7, y: Math.cos(turn) * 7 }
  canvas.save()
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.75
  canvas.beginPath()
  canvas.moveTo(a.x, a.y)
  canvas.lineTo(b.x, b.y)
  for (const end of [a, b]) {
    canvas.moveTo(end.x - bar.x, end.y - bar.y)
    canvas.lineTo(end.x + bar.x, end.y + bar.y)
  }
  canvas.stroke()
  // Read from below or, upright, from the right, as on a drawing.
  const upright = turn > Math.PI / 2 - SLACK_RAD || turn <= -Math.PI / 2 - SLACK_RAD ? turn + Math.PI : turn
  canvas.translate((a.x + b.x) / 2, (a.y + b.y) / 2)
  canvas.rotate(upright)
  if (figure !== null) paintLabel(canvas, figure, 0, -16)
  canvas.restore()
}

/** Shorter lines on the screen leave no room for a figure beside what the cursor says. */
const SHORT_PX = 150
const BEHIND_PX = { x: 60, y: 26 }

/** The length of a line that is being drawn: beside its middle, or, of a short one, behind its beginning. */
export function paintDrawnLength(canvas: Canvas, view: View, from: Point, to: Point, figure: string): void {
  const [a, b] = [toScreen(view, from), toScreen(view, to)]
  const size = Math.hypot(b.x - a.x, b.y - a.y)
  if (size > SHORT_PX) paintLabel(canvas, figure, (a.x + b.x) / 2, (a.y + b.y) / 2 - 16)
  else paintLabel(canvas, figure, a.x - ((b.x - a.x) / size) * BEHIND_PX.x, a.y - ((b.y - a.y) / size) * BEHIND_PX.y)
}

/** A figure on a slip of paper. */
export function paintLabel(canvas: Canvas, text: string, x: number, y: number): void {
  canvas.font = '600 14px "IBM Plex Mono", monospace'
  canvas.textAlign = 'center'
  canvas.textBaseline = 'middle'
  const width = canvas.measureText(text).width + 14
  canvas.fillStyle = palette.paper
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1
  canvas.beginPath()
  canvas.roundRect(x - width / 2, y - 11, width, 22, 4)
  canvas.fill()
  canvas.stroke()
  canvas.fillStyle = palette.red
  canvas.fillText(text, x, y + 1)
}
