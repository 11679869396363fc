import { arcOfCubic } from '../geometry/piece/recognise'
import { curveOf, Flag, type Linework } from './linework'

/** Letters and arrow heads drawn as filled outlines are no larger than this on paper (letters of 5.5 mm). */
const LARGEST_LETTER_PT = 16
/** Dashes that were drawn one by one, and the gaps between them, are no longer than this. */
const LONGEST_DASH_PT = 18
const LONGEST_GAP_PT = 9
/** So many in a row are dashes. */
const FEWEST_DASHES = 4
/** How far dashes may lie off their line, for the rounding of coordinates. */
const ROUNDING_PT = 0.03
/** Sides that meet within this of a right angle, as a part of their lengths. */
const SQUARE = 0.02

type Lines = Pick<
  Linework,
  'segments' | 'segmentFlags' | 'segmentStyles' | 'curves' | 'curveFlags' | 'curveStyles' | 'styles'
>

/**
 * Marks what is no edge of anything: dashes, whether by the pen or drawn one by one, and small filled outlines such as
 * letters and arrow heads. Filled rectangles and circles of that size are columns and posts, and stay.
 */
export function markSlight(lines: Lines): void {
  markByPen(lines)
  markLetters(lines)
  markDashes(lines)
}

function markByPen({ segmentFlags, segmentStyles, curveFlags, curveStyles, styles }: Lines): void {
  const dashed = styles.map(({ dashPt }) => dashPt.some((length) => length > 0))
  if (!dashed.includes(true)) return
  for (let i = 0; i < segmentFlags.length; i++) if (dashed[segmentStyles[i]!]) segmentFlags[i]! |= Flag.slight
  for (let i = 0; i < curveFlags.length; i++) if (dashed[curveStyles[i]!]) curveFlags[i]! |= Flag.slight
}

/** Small pieces of filled outlines. A letter of curves and lines alternates between them, so each run of lines is looked at alone. */
function markLetters(lines: Lines): void {
  const { segments, segmentFlags, segmentStyles, curveFlags, curveStyles, styles } = lines
  const filled = styles.map(({ kind }) => kind === 'fill')
  if (!filled.includes(true)) return
  for (let first = 0; first < segmentFlags.length; ) {
    let next = first + 1
    while (next < segmentFlags.length && segmentStyles[next] === segmentStyles[first] && follows(segments, next)) next++
    if (filled[segmentStyles[first]!] && isSmall(segments, first, next) && !isRectangle(segments, first, next))
      for (let i = first; i < next; i++) segmentFlags[i]! |= Flag.slight
    first = next
  }
  for (let i = 0; i < curveFlags.length; i++) {
    if (!filled[curveStyles[i]!]) continue
    const curve = curveOf(lines as Linework, i)
    const size = Math.max(Math.abs(curve.end.x - curve.start.x), Math.abs(curve.end.y - curve.start.y))
    if (size <= LARGEST_LETTER_PT && !arcOfCubic(curve)) curveFlags[i]! |= Flag.slight
  }
}

/** Whether a segment begins where the one before it ends. */
const follows = (segments: Float32Array, item: number): boolean =>
  segments[4 * item] === segments[4 * item - 2] && segments[4 * item + 1] === segments[4 * item - 1]

function isSmall(segments: Float32Array, first: number, next: number): boolean {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let at = 4 * first; at < 4 * next; at += 2) {
    minX = Math.min(minX, segments[at]!)
    maxX = Math.max(maxX, segments[at]!)
    minY = Math.min(minY, segments[at + 1]!)
    maxY = Math.max(maxY, segments[at + 1]!)
  }
  return Math.max(maxX - minX, maxY - minY) <= LARGEST_LETTER_PT
}

function isRectangle(segments: Float32Array, first: number, next: number): boolean {
  if (next - first !== 4) return false
  const side = (item: number) => {
    const at = 4 * item
    return [segments[at + 2]! - segments[at]!, segments[at + 3]! - segments[at + 1]!] as const
  }
  for (let item = first; item < first + 3; item++) {
    const [[ax, ay], [bx, by]] = [side(item), side(item + 1)]
    if (Math.abs(ax * bx + ay * by) > SQUARE * Math.hypot(ax, ay) * Math.hypot(bx, by)) return false
  }
  return true
}

/** Runs of short strokes of one pen that lie on one line, one after another. */
function markDashes({ segments, segmentFlags, segmentStyles, styles }: Lines): void {
  for (let first = 0; first < segmentFlags.length; ) {
    let next = first + 1
    while (
      next < segmentFlags.length &&
      segmentStyles[next] === segmentStyles[first] &&
      styles[segmentStyles[first]!]!.kind === 'stroke' &&
      goesOn(segments, next)
    )
      next++
    if (next - first >= FEWEST_DASHES) for (let i = first; i < next; i++) segmentFlags[i]! |= Flag.slight
    first = next
  }
}

/** Whether a stroke is the next dash after the one before it: short, on its line, a short gap behind it. */
function goesOn(segments: Float32Array, item: number): boolean {
  const at = 4 * item
  const ax = segments[at - 4]!
  const ay = segments[at - 3]!
  const cx = segments[at]!
  const cy = segments[at + 1]!
  // Most lines go on where the one before ended: there is no gap.
  if (cx === segments[at - 2] && cy === segments[at - 1]) return false
  const ux = segments[at - 2]! - ax
  const uy = segments[at - 1]! - ay
  const vx = segments[at + 2]! - cx
  const vy = segments[at + 3]! - cy
  const size = Math.sqrt(ux * ux + uy * uy)
  if (size === 0 || size > LONGEST_DASH_PT || vx * vx + vy * vy > LONGEST_DASH_PT ** 2) return false
  const gap = (ux * (cx - ax) + uy * (cy - ay)) / size - size
  if (!(gap > ROUNDING_PT && gap <= LONGEST_GAP_PT) || ux * vx + uy * vy <= 0) return false
  const off = (x: number, y: number) => Math.abs(ux * (y - ay) - uy * (x - ax)) / size
  return off(cx, cy) < ROUNDING_PT && off(cx + vx, cy + vy) < ROUNDING_PT
}
