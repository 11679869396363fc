/** Lighter than this, of 1, shows on dark ground as it is. */
const LIGHT_ENOUGH = 0.55

/**
 * A colour of a pen as it shows on dark ground: its lightness turned round, its hue as it was; light ones stay.
 * @param hex `#rrggbb`; anything else stays as it is
 */
export function forDark(hex: string): string {
  const digits = /^#([0-9a-f]{6})$/i.exec(hex)?.[1]
  if (!digits) return hex
  const [r, g, b] = [0, 2, 4].map((i) => Number.parseInt(digits.slice(i, i + 2), 16) / 255) as [number, number, number]
  const lightness = (Math.max(r, g, b) + Math.min(r, g, b)) / 2
  if (lightness >= LIGHT_ENOUGH) return hex
  // In HSL, turning the lightness round is the same as inverting each channel and putting the hue back.
  const turned = [r, g, b].map((channel) => channel + 1 - 2 * lightness)
  return `#${turned
    .map((channel) =>
      Math.round(255 * Math.min(1, Math.max(0, channel)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}
