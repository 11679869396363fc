import { palette } from '../palette'
import { toScreen, type View } from '../view'

/** Spacings of the dotted field: a power of ten with room between its dots. */
const NARROWEST_PX = 22

/** The vellum: a fine field of dots at a round spacing, and a small mark at the origin. */
export function paintGround(canvas: CanvasRenderingContext2D, view: View): void {
  const { width, height, pxPerMm } = view
  canvas.fillStyle = palette.vellum
  canvas.fillRect(0, 0, width, height)
  const spacing = 10 ** Math.ceil(Math.log10(NARROWEST_PX / pxPerMm)) * pxPerMm
  const origin = toScreen(view, { x: 0, y: 0 })
  const first = (at: number) => ((at % spacing) + spacing) % spacing
  canvas.fillStyle = palette.dots
  for (let x = first(origin.x); x < width; x += spacing)
    for (let y = first(origin.y); y < height; y += spacing) canvas.fillRect(x - 0.75, y - 0.75, 1.5, 1.5)
  canvas.strokeStyle = palette.inkSoft
  canvas.lineWidth = 1
  canvas.beginPath()
  canvas.arc(origin.x, origin.y, 4, 0, Math.PI * 2)
  canvas.moveTo(origin.x - 9, origin.y)
  canvas.lineTo(origin.x + 9, origin.y)
  canvas.moveTo(origin.x, origin.y - 9)
  canvas.lineTo(origin.x, origin.y + 9)
  canvas.stroke()
}
