/** The colour that stands for none in a file made for reading, as a drawing would hardly choose it. */
const RGB = [3, 1, 2] as const

export const UNPAINTED = {
  /** As pdf.js writes it. */
  color: `#${RGB.map((part) => part.toString(16).padStart(2, '0')).join('')}`,
  /** Red, green and blue, 0 to 1. */
  parts: RGB.map((part) => part / 255),
} as const
