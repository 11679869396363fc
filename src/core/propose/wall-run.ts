import { circleThrough } from '../geometry/piece/feet'
import { endOf, placeAt, startOf } from '../geometry/piece/piece'
import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import type { Opening } from '../model/opening/schema'
import type { NearLine } from '../sheet/catch-index'
import { Flag } from '../sheet/linework'
import { type Interval, united } from './intervals'

/** Lines that come within `reach` of a place, all in model millimetres. */
export type LineFinder = (p: Point, reach: number) => readonly NearLine[]

/** A gap that both faces of a wall have in common. */
export interface RunOpening extends Pick<Opening, 'use' | 'way' | 'hinge' | 'opens'> {
  /** From the start of the run to its middle. */
  readonly alongMm: number
  readonly widthMm: number
}

/** Two faces of a sheet read as one wall, along its centre line. */
export interface WallRun {
  readonly start: Point
  readonly end: Point
  readonly thicknessMm: number
  readonly openings: readonly RunOpening[]
}

const THINNEST_MM = 40
const THICKEST_MM = 700
/** A gap wider than this parts two walls. */
const WIDEST_GAP_MM = 5000
/** What is narrower is no opening: a joint, or a line drawn in two pieces. */
const NARROWEST_MM = 300
/** Faces shorter than this say nothing of a wall. */
const SHORTEST_FACE_MM = 150
/** How far off its face a line may lie: twice what single precision and a scan of a plan leave. */
const SLIP_MM = 4
/** Sines below this count as parallel. */
const PARALLEL = 0.005
const STEP_MM = 100

/** The frame of a run: `u` along it, `v` across to its left, both from a place within it. */
interface Frame {
  readonly at: Point
  readonly u: Point
  readonly v: Point
}

const alongIn = ({ at, u }: Frame, p: Point): number => dot(subtract(p, at), u)
const asideIn = ({ at, v }: Frame, p: Point): number => dot(subtract(p, at), v)
const placeIn = ({ at, u, v }: Frame, along: number, aside: number): Point =>
  add(add(at, scale(u, along)), scale(v, aside))

/**
 * The wall that a place lies in, read from a sheet: the nearest two parallel lines on either side of it, followed both ways.
 * Gaps between jambs are openings; what is drawn in them says of which kind. Null where no two lines enclose the place.
 */
export function wallRunAt(p: Point, lines: LineFinder): WallRun | null {
  const pair = nearestPair(p, straight(lines(p, THICKEST_MM)))
  if (!pair) return null
  const { frame, left, right } = pair
  const thicknessMm = left - right
  const [a, b] = [left, right].map((aside) => faceThrough(frame, aside, lines))
  if (!a || !b) return null
  const isJamb = (along: number) =>
    straight(lines(placeIn(frame, along, (left + right) / 2), thicknessMm / 2)).some((line) => {
      const [from, to] = [line.start, line.end].map((end) => asideIn(frame, end)) as [number, number]
      return (
        Math.abs(alongIn(frame, line.start) - along) <= SLIP_MM &&
        Math.abs(alongIn(frame, line.end) - along) <= SLIP_MM &&
        Math.max(from, to) >= left - SLIP_MM &&
        Math.min(from, to) <= right + SLIP_MM
      )
    })
  const covered = united([...a, ...b], SLIP_MM)
  const home = covered.findIndex(([from, to]) => from <= SLIP_MM && to >= -SLIP_MM)
  if (home < 0) return null
  const isOpening = ([, from]: Interval, [to]: Interval) =>
    to - from <= WIDEST_GAP_MM && to - from >= NARROWEST_MM && isJamb(from) && isJamb(to)
  let [first, last] = [home, home]
  while (covered[last + 1] && isOpening(covered[last]!, covered[last + 1]!)) last++
  while (covered[first - 1] && isOpening(covered[first - 1]!, covered[first]!)) first--
  const gaps = covered.slice(first, last).map(([, from], i): Interval => [from, covered[first + i + 1]![0]])
  const within = (face: readonly Interval[]) =>
    face.filter(([from, to]) => from < covered[last]![1] && to > covered[first]![0])
  const [insideA, insideB] = [within(a), within(b)]
  if (insideA.length === 0 || insideB.length === 0) return null
  // At a corner the outer face runs on: the centre lines meet half-way.
  const from = meanEnd(insideA[0]![0], insideB[0]![0], thicknessMm, Math.max)
  const to = meanEnd(insideA.at(-1)![1], insideB.at(-1)![1], thicknessMm, Math.min)
  const centre = (left + right) / 2
  return {
    start: placeIn(frame, from, centre),
    end: placeIn(frame, to, centre),
    thicknessMm,
    openings: gaps.map((gap) => openingIn(gap, frame, left, right, from, lines)),
  }
}

const straight = (lines: readonly NearLine[]): NearLine[] =>
  lines.filter(({ piece, flags }) => piece.kind === 'segment' && !(flags & Flag.hatch))

function nearestPair(p: Point, near: readonly NearLine[]): { frame: Frame; left: number; right: number } | null {
  // Dashes and dots are centre lines and hidden edges, no faces.
  const long = near.filter(
    ({ start, end, flags }) => !(flags & Flag.slight) && distance(start, end) >= SHORTEST_FACE_MM,
  )
  let best: { frame: Frame; left: number; right: number } | null = null
  for (const line of long) {
    const u = unit(subtract(line.end, line.start))!
    const frame = { at: p, u, v: leftOf(u) }
    const left = asideIn(frame, line.start)
    if (left <= 0 || !spans(frame, line)) continue
    for (const other of long) {
      const right = asideIn(frame, other.start)
      const direction = unit(subtract(other.end, other.start))!
      if (right >= 0 || Math.abs(cross(u, direction)) > PARALLEL || !spans(frame, other)) continue
      const wide = left - right
      if (wide < THINNEST_MM || wide > THICKEST_MM || (best && wide >= best.left - best.right)) continue
      best = { frame, left, right }
    }
  }
  return best && beyondCentreLine(best, long)
}

/** A centre line runs on beyond the faces at both ends by at least so much. */
const CENTRE_OVERSHOOT_MM = 5

/** Where one of two lines is the centre line between faces, the pair of the faces. */
function beyondCentreLine(
  pair: { frame: Frame; left: number; right: number },
  long: readonly NearLine[],
): { frame: Frame; left: number; right: number } {
  const { frame, left, right } = pair
  const at = (aside: number) =>
    long.filter(
      (line) =>
        [line.start, line.end].every((p) => Math.abs(asideIn(frame, p) - aside) <= SLIP_MM) && spans(frame, line),
    )
  const reachOf = ({ start, end }: NearLine) =>
    [alongIn(frame, start), alongIn(frame, end)].sort((x, y) => x - y) as [number, number]
  const overshoots = (centre: NearLine, face: NearLine) => {
    const [[a, b], [c, d]] = [reachOf(centre), reachOf(face)]
    return a < c - CENTRE_OVERSHOOT_MM && b > d + CENTRE_OVERSHOOT_MM
  }
  for (const [face, centre] of [
    [left, right],
    [right, left],
  ] as const) {
    const far = 2 * centre - face
    const [faces, centres, others] = [at(face), at(centre), at(far)]
    const isCentre = centres.some((line) => [...faces, ...others].every((each) => overshoots(line, each)))
    if (others.length > 0 && isCentre && Math.abs(face - far) <= THICKEST_MM)
      return { frame, left: Math.max(face, far), right: Math.min(face, far) }
  }
  return pair
}

/** Whether a line runs past the place of a frame. */
function spans(frame: Frame, { start, end }: NearLine): boolean {
  const [from, to] = [alongIn(frame, start), alongIn(frame, end)]
  return Math.min(from, to) <= 0 && Math.max(from, to) >= 0
}

/** Where lines cover a face, followed both ways across gaps. */
function faceThrough(frame: Frame, aside: number, lines: LineFinder): Interval[] {
  const found: Interval[] = []
  const onFace = (along: number): Interval[] =>
    straight(lines(placeIn(frame, along, aside), STEP_MM)).flatMap(({ start, end }) => {
      const off = [start, end].map((p) => Math.abs(asideIn(frame, p) - aside))
      if (Math.max(...off) > SLIP_MM) return []
      const ends = [alongIn(frame, start), alongIn(frame, end)].sort((x, y) => x - y) as [number, number]
      return [ends]
    })
  for (const way of [1, -1]) {
    let reached = 0
    let gap = 0
    while (gap <= WIDEST_GAP_MM) {
      const here = onFace(reached + way * gap)
      const farthest = here.reduce((far, [from, to]) => (way > 0 ? Math.max(far, to) : Math.min(far, from)), reached)
      found.push(...here)
      if (way * (farthest - reached) > SLIP_MM) {
        reached = farthest
        gap = 0
      }
      gap += STEP_MM
    }
  }
  return united(found, SLIP_MM)
}

function meanEnd(a: number, b: number, thicknessMm: number, inner: (a: number, b: number) => number): number {
  return Math.abs(a - b) <= 3 * thicknessMm ? (a + b) / 2 : inner(a, b)
}

/**
 * What is drawn in a gap: leaves with their swing, panes, or nothing.
 * @param slipMm how far off lines may lie: more on a scan
 */
export function openingIn(
  [from, to]: Interval,
  frame: Frame,
  left: number,
  right: number,
  zero: number,
  lines: LineFinder,
  slipMm = SLIP_MM,
): RunOpening {
  const widthMm = to - from
  const base = { alongMm: (from + to) / 2 - zero, widthMm, way: 'hinged', hinge: 'start', opens: 'left' } as const
  const near = lines(placeIn(frame, (from + to) / 2, (left + right) / 2), widthMm * 1.1 + (left - right))
  const swings = sweeps(near, widthMm, slipMm).flatMap((sweep) => {
    const ends = sweep.map(({ at }) => ({ along: alongIn(frame, at), aside: asideIn(frame, at) }))
    // The swing ends at the closed leaf, in the wall, and at the open one, away from it.
    const closed = ends.find(({ aside }) => aside <= left + slipMm && aside >= right - slipMm)
    const open = ends.find(({ aside }) => aside > left + widthMm / 3 || aside < right - widthMm / 3)
    const within = ({ along }: { along: number }) => along >= from - slipMm && along <= to + slipMm
    return closed && open && within(closed) && within(open) ? [{ closed, open }] : []
  })
  const [swing] = swings
  if (swing) {
    const opens = swing.open.aside > left ? 'left' : 'right'
    const hinge = Math.abs(swing.open.along - from) < Math.abs(swing.open.along - to) ? 'start' : 'end'
    return { ...base, use: 'door', way: swings.length > 1 ? 'double' : 'hinged', hinge, opens }
  }
  const [round] = swingsAround(near, frame, [from, to], [right, left])
  if (round) {
    const way = round.radius < 0.75 * widthMm ? 'double' : 'hinged'
    return { ...base, use: 'door', way, hinge: round.hinge, opens: round.opens }
  }
  const panes = straight(near).filter(({ start, end }) => {
    const [s, t] = [alongIn(frame, start), alongIn(frame, end)]
    const inWall = [start, end].every((p) => asideIn(frame, p) < left + slipMm && asideIn(frame, p) > right - slipMm)
    return (
      inWall && Math.abs(t - s) >= 0.8 * widthMm && Math.min(s, t) >= from - slipMm && Math.max(s, t) <= to + slipMm
    )
  })
  return { ...base, use: panes.length > 0 ? 'window' : 'passage' }
}

/** A swing's middle lies at a corner of its opening within this part of the opening, its radius is the leaf's within the other. */
const AT_CORNER = 0.16
const AS_LEAF = 0.12

/** Swings of which a part is drawn, or left by a scan: told by their circle about a corner of the opening. */
function swingsAround(
  near: readonly NearLine[],
  frame: Frame,
  [from, to]: Interval,
  [right, left]: Interval,
): { radius: number; hinge: 'start' | 'end'; opens: 'left' | 'right' }[] {
  const width = to - from
  return near.flatMap(({ piece }) => {
    if (piece.kind === 'segment') return []
    const middle = placeAt(piece, 0.5)
    const circle = circleThrough(startOf(piece), middle, endOf(piece))
    if (!circle) return []
    const { center, radius } = circle
    if (![width, width / 2].some((leaf) => Math.abs(radius - leaf) < AS_LEAF * leaf)) return []
    const [along, aside] = [alongIn(frame, center), asideIn(frame, center)]
    const hinge =
      Math.abs(along - from) < AT_CORNER * width ? 'start' : Math.abs(along - to) < AT_CORNER * width ? 'end' : null
    if (!hinge || aside > left + AT_CORNER * width || aside < right - AT_CORNER * width) return []
    const out = asideIn(frame, middle)
    if (out <= left && out >= right) return []
    return [{ radius, hinge, opens: out > left ? 'left' : 'right' }]
  })
}

/** An end of a sweep, with the direction in which it leaves there. */
interface SweepEnd {
  readonly at: Point
  readonly out: Point
}

type Sweep = readonly [SweepEnd, SweepEnd]

/** Straight pieces of a round line are no longer than this part of an opening. */
const SHORT_CHORD = 0.3
/** Cosine between the pieces of one round line. */
const SMOOTH = 0.85

/** Round lines as a whole: producers write them as several curves, or as chords. */
function sweeps(near: readonly NearLine[], widthMm: number, slipMm: number): Sweep[] {
  const open: Sweep[] = []
  const whole: Sweep[] = []
  for (const { piece, flags } of near) {
    const [start, end] = [startOf(piece), endOf(piece)]
    if (piece.kind === 'segment' && (flags & Flag.hatch || distance(start, end) > SHORT_CHORD * widthMm)) continue
    const [first, last] = [placeAt(piece, 0.02), placeAt(piece, 0.98)]
    const [a, b] = [unit(subtract(start, first)), unit(subtract(end, last))]
    if (a && b)
      open.push([
        { at: start, out: a },
        { at: end, out: b },
      ])
  }
  while (open.length > 0) {
    let sweep = open.pop()!
    let pieces = 1
    for (let i = 0; i < open.length; i++) {
      const longer = continued(sweep, open[i]!, slipMm)
      if (!longer) continue
      sweep = longer
      pieces++
      open.splice(i, 1)
      i = -1
    }
    const turns = dot(sweep[0].out, sweep[1].out) > -SMOOTH
    if (turns || pieces > 2) whole.push(sweep)
  }
  return whole
}

/** Two pieces as one, where one runs on in the other. */
function continued([a, b]: Sweep, [c, d]: Sweep, slipMm: number): Sweep | null {
  const meets = (p: SweepEnd, q: SweepEnd) => distance(p.at, q.at) <= slipMm && dot(p.out, q.out) < -SMOOTH
  if (meets(b, c)) return [a, d]
  if (meets(b, d)) return [a, c]
  if (meets(a, c)) return [b, d]
  return meets(a, d) ? [b, c] : null
}
