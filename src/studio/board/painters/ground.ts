import { palette } from '../palette'
import { toScreen, type View } from '../view'

/** The dots stand at 1, 2 or 5 times a power of ten, with at least this between them. */
const NARROWEST_PX = 16

function dotSpacingMm(pxPerMm: number): number {
  const least = NARROWEST_PX / pxPerMm
  const decade = 10 ** Math.floor(Math.log10(least))
  return decade * ([1, 2, 5].find((step) => step * decade >= least) ?? 10)
}

/** The vellum: a fine field of dots at a round spacing, and a small mark at the origin. */
export function paintGround(canvas: CanvasRenderingContext2D, view: View): void {
  const { width, height, pxPerMm } = view
  canvas.fillStyle = palette.vellum
  canvas.fillRect(0, 0, width, height)
  const spacing = dotSpacingMm(pxPerMm) * pxPerMm
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
