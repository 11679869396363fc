import type { BoardPoint } from '../catch-on-board'
import { palette } from '../palette'
import { toScreen, type View } from '../view'

/** What the cursor has caught: its lines lit up, a small ring, and the word for it. */
export function paintCursor(canvas: CanvasRenderingContext2D, view: View, { at, caught }: BoardPoint): void {
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
    canvas.strokeStyle = palette.caughtLine
    canvas.lineWidth = 3
    canvas.lineCap = 'round'
    canvas.beginPath()
    for (const line of caught.lines)
      line.forEach((p, i) => {
        const q = toScreen(view, p)
        if (i === 0) canvas.moveTo(q.x, q.y)
        else canvas.lineTo(q.x, q.y)
      })
    canvas.stroke()
  }
  canvas.lineWidth = 1.75
  canvas.strokeStyle = caught ? palette.red : palette.inkSoft
  canvas.fillStyle = palette.paper
  canvas.beginPath()
  canvas.arc(x, y, caught ? 5.5 : 3, 0, Math.PI * 2)
  if (caught) canvas.fill()
  canvas.stroke()
  if (caught) {
    canvas.font = '500 12.5px "Figtree Variable", sans-serif'
    canvas.textAlign = 'left'
    canvas.textBaseline = 'middle'
    canvas.lineWidth = 4
    canvas.strokeStyle = palette.paper
    canvas.lineJoin = 'round'
    canvas.strokeText(caught.word, x + 12, y + 14)
    canvas.fillStyle = palette.red
    canvas.fillText(caught.word, x + 12, y + 14)
  }
  canvas.restore()
}
