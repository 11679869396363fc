/**
 * The largest value within a square around each pixel. A window is put together of halves, each twice as long as the
 * one before, so that its size hardly matters; beyond the picture there is nothing.
 * @param radius half the square's side, less the pixel itself
 */
export function dilated(values: Uint8Array, width: number, radius: number): Uint8Array {
  const height = values.length / width
  // Room above and below: windows are told by their first pixel, which lies so far before their middle.
  const rows = new Uint8Array((height + 2 * radius) * width)
  const row = new Uint8Array(width + 2 * radius)
  for (let y = 0; y < height; y++) {
    row.fill(0)
    row.set(values.subarray(y * width, (y + 1) * width), radius)
    largestAhead(row, 1, 2 * radius + 1)
    rows.set(row.subarray(0, width), (y + radius) * width)
  }
  largestAhead(rows, width, 2 * radius + 1)
  return rows.slice(0, values.length)
}

/** Each value becomes the largest of itself and those after it. @param stride from one to the next; `count` of them */
function largestAhead(values: Uint8Array, stride: number, count: number): void {
  for (let covered = 1; covered < count; ) {
    const step = Math.min(covered, count - covered)
    const ahead = step * stride
    const end = values.length - ahead
    for (let i = 0; i < end; i++) if (values[i + ahead]! > values[i]!) values[i] = values[i + ahead]!
    covered += step
  }
}

/** What is left of values where a square of that size fits beneath them: areas stay, strokes go. */
export function opened(values: Uint8Array, width: number, radius: number): Uint8Array {
  return dilated(negative(dilated(negative(values), width, radius)), width, radius)
}

function negative(values: Uint8Array): Uint8Array {
  const result = new Uint8Array(values.length)
  for (let i = 0; i < values.length; i++) result[i] = 255 - values[i]!
  return result
}

/** The mean of three by three pixels: a third of the noise. The outermost stay. */
export function smoothed(values: Uint8Array, width: number): Uint8Array {
  const across = new Uint16Array(values.length)
  for (let i = 1; i + 1 < values.length; i++) across[i] = values[i - 1]! + values[i]! + values[i + 1]!
  const result = values.slice()
  for (let i = width + 1; i + width + 1 < values.length; i++)
    result[i] = (across[i - width]! + across[i]! + across[i + width]! + 4) / 9
  return result
}
