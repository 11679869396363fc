import { expose } from 'comlink'
import type { Point } from '@/core/geometry/vector'
import { type Stroke, strokesAround } from '@/core/sheet/strokes'

/** Finds strokes in pixels beside the page. */
const finder = {
  /** @param pixels red, green, blue and opacity of each, by rows from the top */
  find(pixels: Uint8ClampedArray, width: number, height: number, place: Point): Stroke[] {
    const brightness = new Uint8Array(width * height)
    // Weights of the primaries in what the eye takes for brightness (ITU-R BT.601).
    for (let i = 0; i < brightness.length; i++)
      brightness[i] = 0.299 * pixels[i * 4]! + 0.587 * pixels[i * 4 + 1]! + 0.114 * pixels[i * 4 + 2]!
    return strokesAround({ width, height, brightness }, place)
  },
}

export type StrokeFinder = typeof finder

expose(finder)
