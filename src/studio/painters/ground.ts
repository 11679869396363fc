import type { Canvas } from '@/studio/kernel/canvas'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { stamp } from './stroke-free'

/** The dots stand at 1, 2 or 5 times a power of ten, with at least this between them. */
const NARROWEST_PX = 16

function dotSpacingMm(pxPerMm: number): number {
  const least = NARROWEST_PX / pxPerMm
  const decade = 10 ** Math.floor(Math.log10(least))
  return decade * ([1, 2, 5].find((step) => step * decade >= least) ?? 10)
}

/** Pixels of the tile that the field of dots is made of. */
const TILE_PX = 128
const DOT_PX = 1.5

const tile = { spacing: 0, dots: '', canvas: null as OffscreenCanvas | null }

/** One dot in the middle of a tile that is repeated: thousands of dots for the cost of one fill. */
function dotPattern(canvas: Canvas, spacing: number): CanvasPattern | null {
  // While the board takes its size its canvas may have none, and then there are no patterns.
  if (canvas.canvas.width === 0 || canvas.canvas.height === 0) return null
  if (tile.spacing !== spacing || tile.dots !== palette.dots) {
    tile.spacing = spacing
    tile.dots = palette.dots
    tile.canvas = new OffscreenCanvas(TILE_PX, TILE_PX)
    const inside = tile.canvas.getContext('2d')!
    const size = (DOT_PX * TILE_PX) / spacing
    inside.fillStyle = palette.dots
    inside.fillRect((TILE_PX - size) / 2, (TILE_PX - size) / 2, size, size)
  }
  return canvas.createPattern(tile.canvas!, 'repeat')
}

/** The vellum: a fine field of dots at a round spacing, and a small mark at the origin. */
export function paintGround(canvas: Canvas, view: View, gridMm = 0): void {
  const { width, height, pxPerMm } = view
  canvas.fillStyle = palette.vellum
  canvas.fillRect(0, 0, width, height)
  // A grid that is caught is the one that is seen, as long as its dots stand apart.
  const spacingMm = gridMm * pxPerMm >= NARROWEST_PX / 2 ? gridMm : dotSpacingMm(pxPerMm)
  const spacing = spacingMm * pxPerMm
  const origin = toScreen(view, { x: 0, y: 0 })
  const dots = dotPattern(canvas, spacing)
  if (dots) {
    const first = (at: number) => (at % spacing) - spacing / 2
    const grow = spacing / TILE_PX
    dots.setTransform(new DOMMatrix([grow, 0, 0, grow, first(origin.x), first(origin.y)]))
    canvas.fillStyle = dots
    canvas.fillRect(0, 0, width, height)
  }
  originMark(canvas, origin)
}

/** A small circle with a cross. */
const originMark = stamp(20, (canvas) => {
  canvas.strokeStyle = palette.inkSoft
  canvas.lineWidth = 1
  canvas.beginPath()
  canvas.arc(0, 0, 4, 0, Math.PI * 2)
  canvas.moveTo(-9, 0)
  canvas.lineTo(9, 0)
  canvas.moveTo(0, -9)
  canvas.lineTo(0, 9)
  canvas.stroke()
})
