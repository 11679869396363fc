/**
 * How far a point picked on a sheet lies from the one that is meant (standard deviation), in pixels of what was looked at.
 * Ends and corners that the stroke finder gives, on prints of poppler blurred and made noisy at 75 to 300 dpi: 0.12 to
 * 0.23 px along the stroke; a little more where strokes are torn.
 */
const IN_IMAGE_PX = 0.3
/** By the bare hand, without anything caught. */
const BY_HAND_PX = 1

/** How one end of a known length was picked. */
export interface Pick {
  readonly way: 'line' | 'image' | 'hand'
  /** Points of the sheet in a pixel of what was looked at. */
  readonly ptPerPx: number
}

/** The picking error of a drawn length (standard deviation, points); undefined where both ends are points of drawn lines. */
export function pickedLengthPt(ends: readonly Pick[]): number | undefined {
  const errors = ends.map(({ way, ptPerPx }) =>
    way === 'line' ? 0 : ptPerPx * (way === 'image' ? IN_IMAGE_PX : BY_HAND_PX),
  )
  const both = Math.hypot(...errors)
  return both > 0 ? both : undefined
}
