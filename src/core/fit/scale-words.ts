import { formatRatio, isImperial, type LengthDisplay } from '../units/format'

/** Ratios that drawings are made at (ISO 5455, with those of surveys and of feet and inches). */
const USUAL = [
  1, 2, 5, 10, 20, 25, 50, 75, 100, 125, 200, 250, 500, 1000, 1250, 2500, 12, 16, 24, 32, 48, 64, 96, 128, 192,
]
const METRIC = [1, 2, 5, 10, 20, 25, 50, 75, 100, 125, 200, 250, 500, 1000]
/** Three inches to the foot down to a sixteenth, then ten to a hundred feet to the inch. */
const IMPERIAL = [4, 8, 12, 16, 24, 32, 48, 64, 96, 128, 192, 120, 240, 360, 480, 600, 1200]

/** The ratios that drawings of a job are usually made at. */
export const usualRatios = (display: Pick<LengthDisplay, 'unit'>): readonly number[] =>
  isImperial(display) ? IMPERIAL : METRIC

/** A print farther from a usual ratio than this isn't near it. */
const NEAR = 0.06
const SAME = 0.0005

/** A scale in the words of the trade: `1:98.6; near 1:100, 1.4 % small`. @param ratio site to paper @param display of the job */
export function scaleWords(ratio: number, display?: Pick<LengthDisplay, 'unit'>): string {
  const off = (usual: number) => ratio / usual - 1
  const [nearest] = [...USUAL].sort((a, b) => Math.abs(off(a)) - Math.abs(off(b)))
  const words = formatRatio(ratio, display)
  if (Math.abs(off(nearest!)) < SAME || Math.abs(off(nearest!)) > NEAR) return words
  const size = Math.abs(off(nearest!) * 100)
  return `${words}; near ${formatRatio(nearest!, display)}, ${size.toFixed(size < 1 ? 2 : 1)} % ${off(nearest!) < 0 ? 'small' : 'large'}`
}
