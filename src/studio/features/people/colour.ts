/** A colour by which somebody is known in every window: by their id, and of one lightness in each light. */
export function colourOf(id: string, light: 'day' | 'night'): string {
  let sum = 0
  for (const sign of id) sum = (sum * 31 + sign.charCodeAt(0)) >>> 0
  // Away from the red of what is measured.
  const hue = 30 + (sum % 300)
  return `hsl(${hue} ${light === 'day' ? '60% 32%' : '60% 72%'})`
}

/** What stands in the round badge of somebody. */
export const initialsOf = (name: string): string =>
  name
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 2)
    .map((word) => word[0]!.toUpperCase())
    .join('') || '?'
