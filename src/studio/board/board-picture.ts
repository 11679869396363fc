import { palette } from '@/studio/ui/palette'

/** The canvas that shows the board; null while there is none. */
let shown: HTMLCanvasElement | null = null

export const showsOn = (canvas: HTMLCanvasElement | null): void => {
  shown = canvas
}

const LONGER_SIDE_PX = 800
const QUALITY = 0.8

/** What the board shows now as a small JPEG, as a `data:` address; null where it does not show. */
export function boardPicture(): string | null {
  if (!shown || shown.width === 0 || shown.height === 0) return null
  const factor = Math.min(1, LONGER_SIDE_PX / Math.max(shown.width, shown.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(shown.width * factor)
  canvas.height = Math.round(shown.height * factor)
  const context = canvas.getContext('2d')
  if (!context) return null
  context.fillStyle = palette.vellum
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(shown, 0, 0, canvas.width, canvas.height)
  return canvas.toDataURL('image/jpeg', QUALITY)
}
