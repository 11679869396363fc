'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef } from 'react'
import { inkBox } from '@/core/sheet/ink-box'
import { contentUrl } from '@/studio/state/api'
import { PICTURE_ORIGIN } from '@/studio/ui/PagePicture'

const WIDTH_PX = 30
const HEIGHT_PX = 22
/** Where the ink lies is looked for in a picture of this width. */
const LOOKED_AT_PX = 200
/** How often the small picture is laid over itself: each time its lines stand twice as strong. */
const TIMES_DOUBLED = 2
/** White around the ink, as a part of the picture. */
const MARGIN = 0.02

/** The picture of a page, cropped to its ink. */
export function Thumb({ pictureHash }: { readonly pictureHash: string | null }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (!pictureHash) return
    let left = false
    const image = new Image()
    image.crossOrigin = PICTURE_ORIGIN
    image.src = contentUrl(pictureHash)
    image.decode().then(
      () => !left && canvas.current && paintInk(canvas.current, image),
      () => undefined,
    )
    return () => {
      left = true
    }
  }, [pictureHash])
  return (
    <Box
      component="canvas"
      ref={canvas}
      width={2 * WIDTH_PX}
      height={2 * HEIGHT_PX}
      aria-hidden
      sx={{
        width: WIDTH_PX,
        height: HEIGHT_PX,
        flexShrink: 0,
        border: 1,
        borderColor: 'divider',
        bgcolor: '#fff',
        '[data-light="dark"] &': { filter: 'invert(0.86) hue-rotate(180deg)' },
      }}
    />
  )
}

function paintInk(canvas: HTMLCanvasElement, image: HTMLImageElement): void {
  const width = LOOKED_AT_PX
  const height = Math.max(1, Math.round((width * image.naturalHeight) / image.naturalWidth))
  const small = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  const context = canvas.getContext('2d')
  if (!small || !context) return
  small.fillStyle = '#fff'
  small.fillRect(0, 0, width, height)
  small.drawImage(image, 0, 0, width, height)
  const ink = inkBox(small.getImageData(0, 0, width, height).data, width, height)
  const margin = MARGIN * width
  const perPx = image.naturalWidth / width
  const [w, h] = [ink.width + 2 * margin, ink.height + 2 * margin]
  const scale = Math.min(canvas.width / w, canvas.height / h)
  context.clearRect(0, 0, canvas.width, canvas.height)
  context.imageSmoothingQuality = 'high'
  context.drawImage(
    image,
    (ink.x - margin) * perPx,
    (ink.y - margin) * perPx,
    w * perPx,
    h * perPx,
    (canvas.width - w * scale) / 2,
    (canvas.height - h * scale) / 2,
    w * scale,
    h * scale,
  )
  // Lines of a plan are thin: so small they would hardly show, laid over one another they do.
  context.globalCompositeOperation = 'multiply'
  for (let i = 0; i < TIMES_DOUBLED; i++) context.drawImage(canvas, 0, 0)
}
