import { cross, subtract, unit } from '../../geometry/vector'
import { common, totalOf, united } from '../intervals'
import type { BoardLines } from './board-lines'
import { asideAt, type Face } from './faces'
import { centreAt, fitsBetween, isJamb, linesIn, placeOn, type Run } from './runs'

/** What speaks for and against a run being a wall, each about 0 to 1. */
export interface Evidence {
  /** How long it is for its thickness. */
  readonly slender: number
  /** Both faces are edges of fills. */
  readonly filled: number
  /** Hatching between its faces. */
  readonly hatched: number
  /** Ends where it meets other lines, of two. */
  readonly joined: number
  /** Ends that a short line closes, as tables and cupboards are closed. */
  readonly capped: number
  /** Further lines at the same spacing beside it: treads, tiles, boards. */
  readonly ladder: number
  /** Writing between its faces. */
  readonly text: number
  /** Openings between jambs. */
  readonly opened: number
  /** How much of it other runs of this thickness bear out. */
  readonly common: number
  /** How much of all likely walls hangs together with it. */
  readonly network: number
  /** How much of what its pens draw is sure to be walls. */
  readonly pen: number
  /** How wide its pens are, against the widest that draws much. */
  readonly bold: number
  /** It runs along the edge of the paper. */
  readonly frame: number
  /** How much of its length has both faces. */
  readonly whole: number
  /** How alike the pens of its faces are. */
  readonly alike: number
  /** Thicker than walls usually are. */
  readonly thick: number
}

export const EVIDENCE = [
  'slender',
  'filled',
  'hatched',
  'joined',
  'capped',
  'ladder',
  'text',
  'opened',
  'common',
  'network',
  'pen',
  'bold',
  'frame',
  'thick',
  'whole',
  'alike',
] as const satisfies readonly (keyof Evidence)[]

/** Samples along a run. */
const SAMPLES = 12

/** Evidence of a run from the lines around it; what other runs say of it is added by `judgedRuns`. */
export function evidenceOf(sheet: BoardLines, run: Run): Omit<Evidence, 'common' | 'network' | 'pen'> {
  const { thicknessMm, openings, from, to } = run
  const length = to - from
  return {
    slender: Math.min(1, Math.log2(Math.max(1, length / thicknessMm)) / 5),
    filled: filledShare(run),
    hatched: hatchedShare(sheet, run),
    ...endsOf(sheet, run),
    ladder: Math.min(1, ladderOf(run) / 3),
    text: Math.min(1, (2000 * textIn(sheet, run)) / Math.max(1000, length)),
    opened: Math.min(1, openings.length / 2),
    bold: boldness(sheet, run),
    frame: onFrame(sheet, run),
    whole: wholeness(run),
    alike: likeness(sheet, run),
    thick: Math.max(0, Math.min(1, (thicknessMm - 400) / 300)),
  }
}

/** How much of a run has edges of fills on both sides. */
function filledShare({ right, left, paired }: Run): number {
  const edges = [right, left].map(({ pieces }) =>
    common(
      pieces.filter(({ solid }) => solid).map(({ from, to }) => [from, to] as const),
      paired,
    ),
  )
  return Math.min(...edges.map(totalOf)) / totalOf(paired)
}

/** The mean of something about the pens of a run's faces, or of one of them, by the length that each draws where both are there. */
export function meanOverPens(
  { right, left, paired }: Run,
  ofPen: (style: number, solid: boolean) => number,
  faces: readonly Face[] = [right, left],
): number {
  let [sum, weight] = [0, 0]
  for (const { pieces } of faces)
    for (const { from, to, style, solid } of pieces) {
      const length = totalOf(common([[from, to]], paired))
      sum += ofPen(style, solid) * length
      weight += length
    }
  return weight > 0 ? sum / weight : 0
}

/** The mean width of the pens of a run's faces against the sheet's widest; edges of fills count as wide. */
const boldness = ({ styles, widestPt }: BoardLines, run: Run): number =>
  meanOverPens(run, (style, solid) => (solid || widestPt === 0 ? 1 : Math.min(1, styles[style]!.widthPt / widestPt)))

function hatchedShare({ hatching, hatchMiddles }: BoardLines, { direction, right, left, from, to }: Run): number {
  if (!hatching) return 0
  const { u, v } = direction
  const half = (left.asideMm - right.asideMm) / 2
  const middle = (left.asideMm + right.asideMm) / 2
  const step = (to - from) / SAMPLES
  const reach = Math.max(half, step / 2)
  let hits = 0
  for (let k = 0; k < SAMPLES; k++) {
    const p = placeOn(direction, from + step * (k + 0.5), middle)
    const near = hatching.search(p.x - reach, p.y - reach, p.x + reach, p.y + reach)
    if (
      near.some((i) => {
        const q = hatchMiddles[i]!
        return (
          Math.abs(q.x * v.x + q.y * v.y - middle) < half && Math.abs((q.x - p.x) * u.x + (q.y - p.y) * u.y) < reach
        )
      })
    )
      hits++
  }
  return hits / SAMPLES
}

/** Whether the ends of a run meet other lines, or are closed by a short one. */
function endsOf(sheet: BoardLines, run: Run): { joined: number; capped: number } {
  const { direction, right, left, thicknessMm, from, to } = run
  const slip = sheet.slipMm
  let [joined, capped] = [0, 0]
  for (const [at, out] of [
    [from, -1],
    [to, 1],
  ] as const) {
    const [lo, hi] = [asideAt(right, at), asideAt(left, at)]
    const near = linesIn(sheet, direction, [at - 2 * slip, at + 2 * slip], [lo - 2 * slip, hi + 2 * slip])
    const turning = near.filter(({ s0, s1, t0, t1 }) => Math.abs(t1 - t0) > 0.3 * Math.abs(s1 - s0))
    const beyond = turning.some(({ s0, s1, t0, t1 }) => {
      const [low, high] = [Math.min(t0, t1), Math.max(t0, t1)]
      const leans =
        Math.abs((s0 + s1) / 2 - at) < 3 * slip || (Math.min(s0, s1) < at + slip && Math.max(s0, s1) > at - slip)
      return leans && (low < lo - thicknessMm * 0.5 - 2 * slip || high > hi + thicknessMm * 0.5 + 2 * slip)
    })
    // A face that runs on, past a corner of another wall, joins too.
    const runsOn = [right, left].some(({ covered }) =>
      covered.some(([a, b]) => (out > 0 ? b > at + 2 * slip && a < at : a < at - 2 * slip && b > at)),
    )
    const cap = turning.some((line) => isJamb(line, at, lo, hi, slip) && fitsBetween(line, lo, hi, slip))
    if (beyond || runsOn) joined++
    if (cap && !beyond) capped++
  }
  return { joined: joined / 2, capped: capped / 2 }
}

/** How many further faces follow at the same spacing, on the side that has more. */
function ladderOf({ direction, right, left, thicknessMm, paired }: Run): number {
  const even = Math.max(3, thicknessMm * 0.04)
  const isThere = (aside: number) =>
    facesNear(direction, aside, even).some(({ covered }) => totalOf(common(covered, paired)) > 0.5 * totalOf(paired))
  const count = (from: number, step: number) => {
    let steps = 0
    while (steps < 4 && isThere(from + step * (steps + 1))) steps++
    return steps
  }
  return count(left.asideMm, thicknessMm) + count(right.asideMm, -thicknessMm)
}

function facesNear({ faces }: Run['direction'], aside: number, within: number): Run['direction']['faces'] {
  let [low, high] = [0, faces.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (faces[middle]!.asideMm < aside - within) low = middle + 1
    else high = middle
  }
  let end = low
  while (end < faces.length && faces[end]!.asideMm <= aside + within) end++
  return faces.slice(low, end)
}

function textIn({ text }: BoardLines, { direction, right, left, from, to }: Run): number {
  const { u, v } = direction
  return text.filter((p) => {
    const [s, t] = [p.x * u.x + p.y * u.y, p.x * v.x + p.y * v.y]
    return s > from && s < to && t > right.asideMm && t < left.asideMm
  }).length
}

/** Frames of sheets lie this near to the edge of their paper. */
const FRAME_MARGIN_PT = 57
/** And run along so much of it. */
const FRAME_PART = 0.5

/** Whether a run that shows nothing of a wall lies along the edge of the paper. */
function onFrame({ page, mmPerPt }: BoardLines, run: Run): number {
  const { direction, openings, from, to } = run
  if (openings.length > 0) return 0
  const ends = [from, to].map((along) => placeOn(direction, along, centreAt(run, along)))
  const near = FRAME_MARGIN_PT * mmPerPt
  const isAlong = page.some((corner, i) => {
    const edge = subtract(page[(i + 1) % page.length]!, corner)
    const u = unit(edge)
    return (
      u !== null &&
      to - from > FRAME_PART * Math.hypot(edge.x, edge.y) &&
      ends.every((p) => Math.abs(cross(u, subtract(p, corner))) < near)
    )
  })
  return isAlong ? 1 : 0
}

/** How much of a run's length, openings aside, has both faces. */
function wholeness({ paired, openings, from, to }: Run): number {
  const closed = to - from - totalOf(united(openings, 0))
  return closed > 0 ? Math.min(1, totalOf(paired) / closed) : 1
}

/** How alike the pens of both faces are. */
function likeness({ styles }: BoardLines, run: Run): number {
  const widthOf = (face: Face) => meanOverPens(run, (style, solid) => (solid ? 0 : styles[style]!.widthPt), [face])
  const [a, b] = [widthOf(run.right), widthOf(run.left)]
  return Math.max(a, b) > 0 ? Math.min(a, b) / Math.max(a, b) : 1
}
