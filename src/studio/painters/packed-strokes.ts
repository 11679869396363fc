import type { Point } from '@/core/geometry/vector'
import { toScreen, type View } from '@/studio/kernel/view'

/** How strokes are painted; the width of the pen is the canvas's. */
export interface StrokeLook {
  readonly colour: string
  /** 0 to 1. */
  readonly alpha: number
  readonly dash: readonly number[]
}

/** Paints strokes that come as x1 y1 x2 y2, those that come near the board. @param onBoard from their space to the board */
export function paintPackedStrokes(
  canvas: CanvasRenderingContext2D,
  view: View,
  all: readonly Float32Array[],
  { colour, alpha, dash }: StrokeLook,
  onBoard: (p: Point) => Point = (p) => p,
): void {
  if (alpha === 0) return
  canvas.globalAlpha = alpha
  canvas.strokeStyle = colour
  canvas.setLineDash([...dash])
  canvas.beginPath()
  for (const strokes of all)
    for (let i = 0; i < strokes.length; i += 4) {
      const a = toScreen(view, onBoard({ x: strokes[i]!, y: strokes[i + 1]! }))
      const b = toScreen(view, onBoard({ x: strokes[i + 2]!, y: strokes[i + 3]! }))
      const isBeside = Math.max(a.x, b.x) < 0 || Math.min(a.x, b.x) > view.width
      if (isBeside || Math.max(a.y, b.y) < 0 || Math.min(a.y, b.y) > view.height) continue
      canvas.moveTo(a.x, a.y)
      canvas.lineTo(b.x, b.y)
    }
  canvas.stroke()
  canvas.globalAlpha = 1
}

/** How what was and what is show at a place between them. @param fade from 0, what was alone, to 1, what is alone */
export const fadedAlphas = (fade: number): { readonly before: number; readonly after: number } => ({
  before: Math.min(1, 2 - 2 * fade),
  after: Math.min(1, 2 * fade),
})
