import type { Point } from '@/core/geometry/vector'
import { palette } from '../palette'
import { toScreen, type View } from '../view'

const LOOKS = {
  kept: { fill: palette.wallFilm, edge: palette.wallEdge, width: 1.25 },
  picked: { fill: palette.wallPicked, edge: palette.red, width: 2 },
  drawn: { fill: palette.wallFilm, edge: palette.red, width: 1.5 },
} as const

/** Walls as thin films, so that the print shows through. */
export function paintWalls(
  canvas: CanvasRenderingContext2D,
  view: View,
  outlines: Iterable<readonly Point[]>,
  look: keyof typeof LOOKS,
): void {
  const { fill, edge, width } = LOOKS[look]
  canvas.beginPath()
  for (const outline of outlines) {
    outline.forEach((p, i) => {
      const { x, y } = toScreen(view, p)
      if (i === 0) canvas.moveTo(x, y)
      else canvas.lineTo(x, y)
    })
    canvas.closePath()
  }
  canvas.fillStyle = fill
  canvas.fill()
  canvas.strokeStyle = edge
  canvas.lineWidth = width
  canvas.lineJoin = 'round'
  canvas.stroke()
}
