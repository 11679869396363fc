import { boxOf } from '../../geometry/box'
import type { Point } from '../../geometry/vector'
import { common, type Interval, totalOf, united } from '../intervals'
import type { BoardLine, BoardLines } from './board-lines'
import { asideAt, type Direction, type Face, type Ink, SHORTEST_FACE_MM } from './faces'

export const THINNEST_MM = 40
export const THICKEST_MM = 700
/** A gap wider than this parts two walls. */
const WIDEST_OPENING_MM = 5000
/** What is narrower is no opening. */
const NARROWEST_OPENING_MM = 300
/** Of a scan, a gap wider than this is no opening where nothing else says so. */
const WIDEST_PLAIN_MM = 2600
/** Corners of areas are rounded off on a scan: faces end together within so many slips. */
const ENDS_SLIPS = 8
/** Where another wall meets or crosses, a face is broken by its thickness at most. */
const WIDEST_MEETING_MM = 800
/** A line that is drawn in pieces breaks off no further than this. */
const WIDEST_BREAK_MM = 30
/** A run of which less lies between two faces is no wall. */
export const SHORTEST_MM = 350
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

/** Where a run's centre line lies, across its direction, at a length along it. */
export const centreAt = ({ right, left }: Run, along: number): number =>
  (asideAt(right, along) + asideAt(left, along)) / 2

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

/** How far jambs lean from square, for each millimetre of the wall's thickness: in old walls. */
const JAMB_LEAN = 0.09

/** Whether a line stands across two faces at a place. */
const isAt = ({ s0, s1 }: FramedLine, at: number, right: number, left: number, slipMm: number): boolean => {
  const off = slipMm + JAMB_LEAN * (left - right)
  return Math.abs(s0 - at) <= off && Math.abs(s1 - at) <= off
}

/** Whether lines that stand across two faces reach from one to the other, together. */
function closes(lines: readonly FramedLine[], right: number, left: number, slipMm: number): boolean {
  const covered = united(
    lines.map(({ t0, t1 }) => [Math.min(t0, t1), Math.max(t0, t1)] as const),
    slipMm,
  )
  return covered.some(([from, to]) => from <= right + slipMm && to >= left - slipMm)
}

/** Whether a line closes two faces off from one another at a place. */
export const isJamb = (line: FramedLine, at: number, right: number, left: number, slipMm: number): boolean =>
  isAt(line, at, right, left, slipMm) && closes([line], right, left, slipMm)

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
        if (left.asideMm - right.asideMm > THICKEST_MM) break
        // Faces that both come from other directions are paired there.
        if (apart(right, left) || (right.lean !== 0 && left.lean !== 0)) continue
        const both = common(right.covered, left.covered)
        if (both.length === 0) continue
        beside++
        const middle = (both[0]![0] + both.at(-1)![1]) / 2
        const thicknessMm = asideAt(left, middle) - asideAt(right, middle)
        if (thicknessMm < THINNEST_MM || totalOf(both) < SHORTEST_FACE_MM) continue
        found.push(...runsByPen(sheet, direction, right, left))
      }
    }
    return found
  })
}

const apart = (a: Face, b: Face): boolean =>
  a.covered.at(-1)![1] < b.covered[0]![0] || b.covered.at(-1)![1] < a.covered[0]![0]

/** A pen that is narrower than this part of another one draws something else. */
const SAME_PEN_PART = 0.7

/** Runs of two faces, those of the widest pen first: an extension line that runs on in a face is no part of its wall. */
function runsByPen(sheet: BoardLines, direction: Direction, right: Face, left: Face): Run[] {
  let rest = inksInCommon(right.inks, left.inks)
  const runs: Run[] = []
  while (rest.length > 0) {
    const widest = Math.max(...rest.map(({ widthPt }) => widthPt))
    const [mine, others] = [[] as Ink[], [] as Ink[]]
    for (const ink of rest) (ink.widthPt >= SAME_PEN_PART * widest ? mine : others).push(ink)
    const both = united(
      mine.map(({ from, to }) => [from, to] as const),
      sheet.slipMm,
    )
    const found = bridged(sheet, direction, right, left, both)
    runs.push(...found)
    // What narrower pens draw within a run are its sills.
    rest = others.filter(({ from, to }) => !found.some((run) => run.from <= from && run.to >= to))
  }
  return runs
}

/** Where two faces are both drawn, with the narrower pen of the two. */
function inksInCommon(a: readonly Ink[], b: readonly Ink[]): Ink[] {
  const result: Ink[] = []
  for (let i = 0, j = 0; i < a.length && j < b.length; ) {
    const from = Math.max(a[i]!.from, b[j]!.from)
    const to = Math.min(a[i]!.to, b[j]!.to)
    if (to > from) result.push({ from, to, widthPt: Math.min(a[i]!.widthPt, b[j]!.widthPt) })
    if (a[i]!.to < b[j]!.to) i++
    else j++
  }
  return result
}

/** Runs of two faces: across gaps that openings and other walls explain. */
function bridged(sheet: BoardLines, direction: Direction, right: Face, left: Face, both: readonly Interval[]): Run[] {
  const slip = sheet.slipMm
  const [lo, hi] = [(at: number) => asideAt(right, at), (at: number) => asideAt(left, at)]
  const reach = (at: number) => slip + JAMB_LEAN * (hi(at) - lo(at))
  const turningAt = (at: number): FramedLine[] =>
    linesIn(sheet, direction, [at - reach(at), at + reach(at)], [lo(at) - slip, hi(at) + slip])
  const isClosed = (at: number): 'by lines of its own' | 'by longer ones' | null => {
    const lines = turningAt(at).filter((line) => isAt(line, at, lo(at), hi(at), slip))
    if (
      closes(
        lines.filter((line) => fitsBetween(line, lo(at), hi(at), slip)),
        lo(at),
        hi(at),
        slip,
      )
    )
      return 'by lines of its own'
    return closes(lines, lo(at), hi(at), slip) ? 'by longer ones' : null
  }
  // A jamb of few pixels is no stroke of its own: both faces end together there.
  const endsTogether = (from: number, to: number): boolean =>
    [right, left].every(
      ({ covered }) =>
        covered.some(([, end]) => Math.abs(end - from) <= ENDS_SLIPS * slip) &&
        covered.some(([start]) => Math.abs(start - to) <= ENDS_SLIPS * slip),
    )
  // A wall's jambs are as wide as the wall; one of them may be the side of another wall.
  const isOpening = (from: number, to: number): boolean => {
    if (sheet.scan && to - from <= WIDEST_PLAIN_MM && endsTogether(from, to)) return true
    const [a, b] = [isClosed(from), isClosed(to)]
    return a !== null && b !== null && (a === 'by lines of its own' || b === 'by lines of its own')
  }
  // Where another wall meets or crosses, its faces leave from both sides of the gap.
  const isMeeting = (from: number, to: number): boolean =>
    [from, to].every((at) =>
      turningAt(at).some(({ s0, s1, t0, t1 }) => {
        const across = Math.abs(t1 - t0)
        const beyond = Math.max(lo(at) - Math.min(t0, t1), Math.max(t0, t1) - hi(at))
        return across > 0.3 * Math.abs(s1 - s0) && beyond > 2 * slip
      }),
    )
  const runs: Run[] = []
  let paired: Interval[] = []
  let openings: Interval[] = []
  const close = () => {
    if (paired.length > 0) {
      const middle = (paired[0]![0] + paired.at(-1)![1]) / 2
      const thicknessMm = hi(middle) - lo(middle)
      // Between openings little of a wall may be left.
      const least = openings.length > 0 ? SHORTEST_FACE_MM : Math.max(SHORTEST_MM, thicknessMm)
      if (totalOf(paired) >= least)
        runs.push({
          direction,
          right,
          left,
          thicknessMm,
          paired,
          openings: [...openings, ...paired.flatMap((piece) => glazed(sheet, direction, right, left, piece))].sort(
            (a, b) => a[0] - b[0],
          ),
          from: paired[0]![0],
          to: paired.at(-1)![1],
        })
    }
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
      else if (gap > WIDEST_MEETING_MM || (gap > WIDEST_BREAK_MM && !isMeeting(from, to))) close()
    }
    paired.push(piece)
  }
  close()
  return runs
}

/** Of a window, how much its panes cover. */
const PANE_PART = 0.8

/** Windows whose sills and heads run on in the faces: jambs with panes between them. */
function glazed(sheet: BoardLines, direction: Direction, right: Face, left: Face, [from, to]: Interval): Interval[] {
  const slip = sheet.slipMm
  const [lo, hi] = [(at: number) => asideAt(right, at), (at: number) => asideAt(left, at)]
  const least = Math.min(lo(from), lo(to))
  const most = Math.max(hi(from), hi(to))
  const inside = linesIn(sheet, direction, [from, to], [least, most])
  const across = inside.filter(
    (line) => isAt(line, line.s0, lo(line.s0), hi(line.s0), slip) && fitsBetween(line, lo(line.s0), hi(line.s0), slip),
  )
  const jambs = united(
    across.map(({ s0 }) => [s0, s0] as const),
    slip,
  ).flatMap(([a, b]) => {
    const lines = across.filter(({ s0 }) => s0 >= a && s0 <= b)
    return closes(lines, lo(a), hi(a), slip) ? [a] : []
  })
  const along = inside.filter(({ s0, s1, t0, t1 }) => {
    const at = (s0 + s1) / 2
    return Math.abs(t1 - t0) <= 2 * slip && Math.min(t0, t1) > lo(at) + 2 * slip && Math.max(t0, t1) < hi(at) - 2 * slip
  })
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
}

/** Whether a run merely stops at one of its ends: nothing touches its faces there. */
export function isLoose(sheet: BoardLines, { direction, right, left }: Run, at: number, way: 1 | -1): boolean {
  const slip = 2 * sheet.slipMm
  return [right, left].every((face) => {
    const piece = face.covered.find(([from, to]) => from - slip <= at && to + slip >= at)
    if (!piece) return true
    const end = way > 0 ? piece[1] : piece[0]
    const aside = asideAt(face, end)
    const near = linesIn(sheet, direction, [end - slip, end + slip], [aside - slip, aside + slip])
    return !near.some(({ s0, s1, t0, t1 }) => {
      if (Math.abs(t1 - t0) < LEAST_TURN * Math.abs(s1 - s0)) return false
      // Where the line is nearest to the end of the face.
      const [ds, dt] = [s1 - s0, t1 - t0]
      const along = Math.min(1, Math.max(0, ((end - s0) * ds + (aside - t0) * dt) / (ds * ds + dt * dt)))
      return Math.hypot(s0 + ds * along - end, t0 + dt * along - aside) <= slip
    })
  })
}

/** Lines that turn away from a face by less run on in it. */
const LEAST_TURN = 0.1
