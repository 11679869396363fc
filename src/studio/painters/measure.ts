import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { paintLabel, paintLabelAt } from './labels'

/** Lines this near to upright are lettered as upright ones. */
const SLACK_RAD = 0.02

/** Where along a line its figure may stand, the best first. */
const ALONG = [0.5, 0.35, 0.65, 0.2, 0.8]
/** How far beside the line. */
const BESIDE_PX = 16

/**
 * A measured length: a red line between two short bars, its figure, if any, beside its middle, upright to read. Where
 * another figure stands there it makes way.
 * @param must whether the figure shows even where there is no room for it
 */
export function paintMeasure(
  canvas: Canvas,
  view: View,
  from: Point,
  to: Point,
  figure: string | null,
  must = true,
): void {
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
  canvas.restore()
  if (figure === null) return
  // Read from below or, upright, from the right, as on a drawing.
  const upright = turn > Math.PI / 2 - SLACK_RAD || turn <= -Math.PI / 2 - SLACK_RAD ? turn + Math.PI : turn
  const beside = { x: Math.sin(upright) * BESIDE_PX, y: -Math.cos(upright) * BESIDE_PX }
  const spots = ALONG.flatMap((t) => {
    const at = { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) }
    return [
      { x: at.x + beside.x, y: at.y + beside.y },
      { x: at.x - beside.x, y: at.y - beside.y },
    ]
  })
  paintLabelAt(canvas, figure, spots, upright, must)
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
