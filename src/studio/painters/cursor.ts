import type { Point } from '@/core/geometry/vector'
import type { PassedPoint } from '@/core/snap/scene'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { type Colours, palette } from '@/studio/ui/palette'
import { paintStraight, stamp } from './stroke-free'

/** What the cursor has caught: its lines lit up, a small ring, and the word for it. */
export function paintCursor(canvas: Canvas, view: View, { at, caught }: BoardPoint): void {
  const { x, y } = toScreen(view, at)
  canvas.save()
  if (caught && caught.guides.length > 0) {
    canvas.strokeStyle = palette.red
    canvas.lineWidth = 1
    canvas.setLineDash([3, 4])
    canvas.beginPath()
    for (const [from, to] of caught.guides) {
      const [a, b] = [toScreen(view, from), toScreen(view, to)]
      canvas.moveTo(a.x, a.y)
      canvas.lineTo(b.x, b.y)
    }
    canvas.stroke()
    canvas.setLineDash([])
  }
  if (caught) {
    for (const line of caught.lines)
      paintCaught(
        canvas,
        line.map((p) => toScreen(view, p)),
      )
    caughtRing(canvas, { x, y })
    canvas.font = '500 12.5px "Figtree Variable", sans-serif'
    canvas.textAlign = 'left'
    canvas.textBaseline = 'middle'
    canvas.lineWidth = 4
    canvas.strokeStyle = palette.paper
    canvas.lineJoin = 'round'
    canvas.strokeText(caught.word, x + 12, y + 14)
    canvas.fillStyle = palette.red
    canvas.fillText(caught.word, x + 12, y + 14)
  } else freeRing(canvas, { x, y })
  canvas.restore()
}

/** The points that others can be in line with. */
export function paintPassed(canvas: Canvas, view: View, points: readonly PassedPoint[]): void {
  for (const { at } of points) passedDot(canvas, toScreen(view, at))
}

const CAUGHT_PX = 3

function paintCaught(canvas: Canvas, line: readonly Point[]): void {
  const [start, end] = line
  if (line.length === 2) {
    canvas.fillStyle = palette.caughtLine
    return paintStraight(canvas, start!, end!, CAUGHT_PX)
  }
  canvas.strokeStyle = palette.caughtLine
  canvas.lineWidth = CAUGHT_PX
  canvas.lineCap = 'round'
  canvas.beginPath()
  for (const { x, y } of line) canvas.lineTo(x, y)
  canvas.stroke()
}

/** A disc with a rim; without a fill a ring. */
const disc = (sizePx: number, radiusPx: number, rimPx: number, rim: keyof Colours, fill?: keyof Colours) =>
  stamp(sizePx, (canvas) => {
    canvas.lineWidth = rimPx
    canvas.strokeStyle = palette[rim]
    canvas.beginPath()
    canvas.arc(0, 0, radiusPx, 0, Math.PI * 2)
    if (fill) {
      canvas.fillStyle = palette[fill]
      canvas.fill()
    }
    canvas.stroke()
  })

const caughtRing = disc(16, 5.5, 1.75, 'red', 'paper')
const freeRing = disc(10, 3, 1.75, 'inkSoft')
const passedDot = disc(10, 2.75, 1.5, 'paper', 'red')
