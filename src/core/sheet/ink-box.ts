/** A rectangle of pixels, from the upper left corner. */
export interface PixelBox {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Darker than this, of 255 for each of red, green and blue together, is ink rather than paper or the noise of a JPEG. */
const INK_BELOW = 3 * 215

/** The part of a picture on which there is ink; all of it where there is none. @param rgba four bytes for each pixel, row by row */
export function inkBox(rgba: ArrayLike<number>, width: number, height: number): PixelBox {
  let [left, top, right, bottom] = [width, height, -1, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x)
      if (rgba[at]! + rgba[at + 1]! + rgba[at + 2]! >= INK_BELOW) continue
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      bottom = y
    }
  if (right < 0) return { x: 0, y: 0, width, height }
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}
