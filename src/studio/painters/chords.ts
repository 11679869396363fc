import type { View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'

/** Chords painted at once: few milliseconds, also without a graphics card. */
const CHORDS_AT_ONCE = 2000

const UNSURE_DASH = [3, 3]

/**
 * Many chords, piece by piece: what a lift would make of a sheet.
 * @param chords x1, y1, x2, y2 of each on the board
 * @param dashed what is not certain
 */
export function* paintChords(
  canvas: OffscreenCanvasRenderingContext2D,
  view: View,
  chords: Float64Array,
  dashed = false,
): Generator<void> {
  const { center, pxPerMm, width, height } = view
  const [left, top] = [width / 2 - center.x * pxPerMm, height / 2 + center.y * pxPerMm]
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.25
  canvas.setLineDash(dashed ? UNSURE_DASH : [])
  for (let from = 0; from < chords.length; from += CHORDS_AT_ONCE * 4) {
    canvas.beginPath()
    for (let i = from; i < Math.min(chords.length, from + CHORDS_AT_ONCE * 4); i += 4) {
      canvas.moveTo(chords[i]! * pxPerMm + left, top - chords[i + 1]! * pxPerMm)
      canvas.lineTo(chords[i + 2]! * pxPerMm + left, top - chords[i + 3]! * pxPerMm)
    }
    canvas.stroke()
    yield
  }
}
