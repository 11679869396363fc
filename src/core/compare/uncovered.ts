import { along, distance, dot, leftOf, subtract, unit } from '../geometry/vector'
import { apartRad, directionOf, type Stroke, type StrokeIndex } from './strokes'

/** Strokes that run apart by more are not the same; short ones are chords of curves, which are cut anywhere. */
const APART_RAD = Math.PI / 24
const CHORDS_APART_RAD = Math.PI / 6
const CHORD_PT = 4

/**
 * The parts of strokes that no stroke of the other page lies on.
 * @param tolerancePt how far apart two strokes may lie to be the same
 */
export function uncovered(strokes: readonly Stroke[], others: StrokeIndex, tolerancePt: number): Stroke[] {
  return strokes.flatMap((stroke) =>
    stroke.slight || others.hasTwin(stroke, tolerancePt / 2) ? [] : bareParts(stroke, others, tolerancePt),
  )
}

function bareParts(stroke: Stroke, others: StrokeIndex, tolerancePt: number): Stroke[] {
  const { start, end } = stroke
  const size = distance(start, end)
  const u = unit(subtract(end, start))
  if (!u) return []
  const covered = others
    .beside(stroke, tolerancePt)
    .map((i) => coveredBy(stroke, size, u, others.strokes[i]!, tolerancePt))
    .filter((part) => part !== null)
    .sort((a, b) => a[0] - b[0])
  const bare: Stroke[] = []
  let from = 0
  const leave = (to: number) => {
    // What is bare for less than the tolerance on either side is where two pages end a stroke differently.
    if (to - from <= Math.min(2 * tolerancePt, size / 2)) return
    bare.push({ start: along(start, end, from / size), end: along(start, end, to / size) })
  }
  for (const [a, b] of covered) {
    if (a > from) leave(a)
    from = Math.max(from, b)
  }
  leave(size)
  return bare
}

type Part = readonly [from: number, to: number]

/** The part of a stroke, from 0 to its length, along which another one lies within the tolerance. */
function coveredBy(
  stroke: Stroke,
  size: number,
  u: { readonly x: number; readonly y: number },
  other: Stroke,
  tolerancePt: number,
): Part | null {
  const isChord = size < CHORD_PT || distance(other.start, other.end) < CHORD_PT
  if (apartRad(directionOf(stroke), directionOf(other)) > (isChord ? CHORDS_APART_RAD : APART_RAD)) return null
  const place = (p: Stroke['start']) => {
    const from = subtract(p, stroke.start)
    return { s: dot(from, u), off: dot(from, leftOf(u)) }
  }
  const [p, q] = [place(other.start), place(other.end)]
  const [a, b] = p.s <= q.s ? [p, q] : [q, p]
  // How far aside it lies changes evenly along it: cut to where that is within the tolerance.
  const run = b.s - a.s
  if (run <= 0) return null
  const slope = (b.off - a.off) / run
  let [from, to] = [a.s, b.s]
  if (Math.abs(slope) < 1e-9) {
    if (Math.abs(a.off) > tolerancePt) return null
  } else {
    const [one, two] = [(-tolerancePt - a.off) / slope + a.s, (tolerancePt - a.off) / slope + a.s]
    from = Math.max(from, Math.min(one, two))
    to = Math.min(to, Math.max(one, two))
  }
  // Ends that are met within the tolerance are met.
  const part: Part = [Math.max(0, from - tolerancePt), Math.min(size, to + tolerancePt)]
  return to >= from && part[1] > part[0] ? part : null
}
