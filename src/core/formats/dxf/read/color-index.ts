const NAMED = [
  '#000000',
  '#ff0000',
  '#ffff00',
  '#00ff00',
  '#00ffff',
  '#0000ff',
  '#ff00ff',
  '#000000',
  '#808080',
  '#c0c0c0',
]
const GREYS = ['#333333', '#505050', '#696969', '#828282', '#bebebe', '#d9d9d9']
/** Brightness of the five pairs of shades of a hue. */
const VALUES = [1, 0.65, 0.5, 0.3, 0.15]

/** The colour of a DXF colour index on white paper: 1 to 9 named, 10 to 249 by hue and shade, 250 to 255 greys. 7 is ink. */
export function colorOfIndex(index: number): string {
  if (index < 10) return NAMED[Math.max(0, index)]!
  if (index >= 250) return GREYS[Math.min(index, 255) - 250]!
  const hue = (Math.floor(index / 10) - 1) * 15
  const shade = index % 10
  const value = VALUES[Math.floor(shade / 2)]!
  return hsv(hue, shade % 2 === 0 ? 1 : 0.5, value)
}

/** The colour of a 24-bit true colour, as group 420 holds it. */
export const trueColor = (value: number): string => `#${(value & 0xffffff).toString(16).padStart(6, '0')}`

function hsv(hue: number, saturation: number, value: number): string {
  const channel = (n: number) => {
    const k = (n + hue / 60) % 6
    const part = value - value * saturation * Math.max(0, Math.min(k, 4 - k, 1))
    return Math.round(part * 255)
      .toString(16)
      .padStart(2, '0')
  }
  return `#${channel(5)}${channel(3)}${channel(1)}`
}
