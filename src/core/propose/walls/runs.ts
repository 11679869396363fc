import { boxOf } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import { common, type Interval, totalOf, united } from '../intervals'
import type { BoardLine, BoardLines } from './board-lines'
import type { Direction, Face } from './faces'

export const THINNEST_MM = 40
export const THICKEST_MM = 700
/** A gap wider than this parts two walls. */
const WIDEST_OPENING_MM = 5000
/** What is narrower is no opening. */
const NARROWEST_OPENING_MM = 300
/** Where another wall meets or crosses, a face is broken by its thickness at most. */
const WIDEST_MEETING_MM = 800
/** A run of which less lies between two faces is no wall. */
const SHORTEST_MM = 350
/** Lines that run beside a face are looked through as far as this: more of them are a pattern. */
const MOST_BESIDE = 14

/** Two faces side by side, followed across openings and other walls. */
export interface Run {
  readonly direction: Direction
  readonly right: Face
  readonly left: Face
  readonly thicknessMm: number
  /** Where both faces are there. */
  readonly paired: readonly Interval[]
  /** Gaps between jambs. */
  readonly openings: readonly Interval[]
  readonly from: number
  readonly to: number
}

export const placeOn = ({ u, v }: Direction, along: number, aside: number): Point => ({
  x: u.x * along + v.x * aside,
  y: u.y * along + v.y * aside,
})

/** A line in the frame of a direction. */
export interface FramedLine {
  readonly line: BoardLine
  /** Along and across at its start and end. */
  readonly s0: number
  readonly s1: number
  readonly t0: number
  readonly t1: number
}

/** The lines whose boxes come into a rectangle of a direction's frame. */
export function linesIn(
  { lines, tree }: BoardLines,
  direction: Direction,
  [from, to]: Interval,
  [right, left]: Interval,
): FramedLine[] {
  if (!tree) return []
  const { u, v } = direction
  const { minX, minY, maxX, maxY } = boxOf([
    placeOn(direction, from, right),
    placeOn(direction, to, right),
    placeOn(direction, to, left),
    placeOn(direction, from, left),
  ])
  return tree.search(minX, minY, maxX, maxY).flatMap((i) => {
    const line = lines[i]!
    const [s0, s1] = [line.start.x * u.x + line.start.y * u.y, line.end.x * u.x + line.end.y * u.y]
    const [t0, t1] = [line.start.x * v.x + line.start.y * v.y, line.end.x * v.x + line.end.y * v.y]
    const within =
      Math.max(s0, s1) >= from && Math.min(s0, s1) <= to && Math.max(t0, t1) >= right && Math.min(t0, t1) <= left
    return within ? [{ line, s0, s1, t0, t1 }] : []
  })
}

/** Whether a line closes two faces off from one another at a place. */
export function isJamb(
  { s0, s1, t0, t1 }: FramedLine,
  at: number,
  right: number,
  left: number,
  slipMm: number,
): boolean {
  return (
    Math.abs(s0 - at) <= slipMm &&
    Math.abs(s1 - at) <= slipMm &&
    Math.min(t0, t1) <= right + slipMm &&
    Math.max(t0, t1) >= left - slipMm
  )
}

/** Whether a line reaches across two faces and no further. */
export const fitsBetween = ({ t0, t1 }: FramedLine, right: number, left: number, slipMm: number): boolean =>
  Math.min(t0, t1) > right - 2 * slipMm && Math.max(t0, t1) < left + 2 * slipMm

/** Every two faces that may be those of a wall. */
export function runsOf(sheet: BoardLines, directions: readonly Direction[]): Run[] {
  return directions.flatMap((direction) => {
    const { faces } = direction
    const found: Run[] = []
    for (let i = 0; i < faces.length; i++) {
      let beside = 0
      for (let j = i + 1; j < faces.length && beside < MOST_BESIDE; j++) {
        const [right, left] = [faces[i]!, faces[j]!]
        const thicknessMm = left.asideMm - right.asideMm
        if (thicknessMm > THICKEST_MM) break
        if (apart(right, left)) continue
        const both = common(right.covered, left.covered)
        if (both.length === 0) continue
        beside++
        if (thicknessMm < THINNEST_MM || totalOf(both) < Math.max(SHORTEST_MM, thicknessMm)) continue
        found.push(...bridged(sheet, direction, right, left, both))
      }
    }
    return found
  })
}

const apart = (a: Face, b: Face): boolean =>
  a.covered.at(-1)![1] < b.covered[0]![0] || b.covered.at(-1)![1] < a.covered[0]![0]

/** Runs of two faces: across gaps that openings and other walls explain. */
function bridged(sheet: BoardLines, direction: Direction, right: Face, left: Face, both: readonly Interval[]): Run[] {
  const thicknessMm = left.asideMm - right.asideMm
  const [lo, hi] = [right.asideMm, left.asideMm]
  const slip = sheet.slipMm
  const jambsAt = (at: number): FramedLine[] =>
    linesIn(sheet, direction, [at - slip, at + slip], [lo, hi]).filter((line) => isJamb(line, at, lo, hi, slip))
  const fits = (line: FramedLine) => fitsBetween(line, lo, hi, slip)
  // A wall's jambs are as wide as the wall; one of them may be the side of another wall.
  const isOpening = (from: number, to: number): boolean => {
    const [a, b] = [jambsAt(from), jambsAt(to)]
    return a.length > 0 && b.length > 0 && (a.some(fits) || b.some(fits))
  }
  const runs: Run[] = []
  let paired: Interval[] = []
  let openings: Interval[] = []
  const close = () => {
    if (totalOf(paired) >= Math.max(SHORTEST_MM, thicknessMm))
      runs.push({
        direction,
        right,
        left,
        thicknessMm,
        paired,
        openings: [...openings, ...glazed(sheet, direction, [lo, hi], paired)].sort((a, b) => a[0] - b[0]),
        from: paired[0]![0],
        to: paired.at(-1)![1],
      })
    paired = []
    openings = []
  }
  for (const piece of both) {
    const last = paired.at(-1)
    if (last) {
      const [from, to] = [last[1], piece[0]]
      const gap = to - from
      const jambs = gap >= NARROWEST_OPENING_MM && gap <= WIDEST_OPENING_MM && isOpening(from, to)
      if (jambs) openings.push([from, to])
      else if (gap > WIDEST_MEETING_MM) close()
    }
    paired.push(piece)
  }
  close()
  return runs
}

/** Of a window, how much its panes cover. */
const PANE_PART = 0.8

/** Windows whose sills and heads run on in the faces: jambs with panes between them. */
function glazed(sheet: BoardLines, direction: Direction, [lo, hi]: Interval, paired: readonly Interval[]): Interval[] {
  const slip = sheet.slipMm
  return paired.flatMap(([from, to]) => {
    const inside = linesIn(sheet, direction, [from, to], [lo, hi])
    const fitting = inside.filter((line) => isJamb(line, line.s0, lo, hi, slip) && fitsBetween(line, lo, hi, slip))
    const jambs = united(
      fitting.map(({ s0 }) => [s0, s0] as const),
      slip,
    ).map(([s]) => s)
    const along = inside.filter(
      ({ t0, t1 }) => Math.abs(t1 - t0) <= slip && Math.min(t0, t1) > lo + 2 * slip && Math.max(t0, t1) < hi - 2 * slip,
    )
    const coverage = (a: number, b: number) =>
      along.flatMap(({ s0, s1, t0 }) => {
        const [piece] = common([[Math.min(s0, s1), Math.max(s0, s1)]], [[a, b]])
        return piece && piece[1] - piece[0] >= PANE_PART * (b - a) ? [t0] : []
      })
    // What is there before the first jamb or after the last one runs through the wall: a layer of it, no pane.
    const layers = jambs.length > 0 ? [...coverage(from, jambs[0]!), ...coverage(jambs.at(-1)!, to)] : []
    return jambs.slice(1).flatMap((b, i): Interval[] => {
      const a = jambs[i]!
      if (b - a < NARROWEST_OPENING_MM || b - a > WIDEST_OPENING_MM) return []
      return coverage(a, b).some((t) => layers.every((each) => Math.abs(each - t) > slip)) ? [[a, b]] : []
    })
  })
}
