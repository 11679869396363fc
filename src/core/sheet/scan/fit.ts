import { distance, type Point } from '../../geometry/vector'

/** A straight piece in pixels, with the sums that its line was laid through. */
export interface Straight {
  readonly kind: 'line'
  readonly start: Point
  readonly end: Point
  readonly sums: Sums
}

/** A piece of a circle in pixels, with the places that it was laid through, in order. */
export interface Round {
  readonly kind: 'arc'
  readonly center: Point
  readonly radius: number
  readonly points: readonly Point[]
}

export type Fitted = Straight | Round

/** Sums over places: a line through two sets of them needs no more than theirs. */
export interface Sums {
  readonly n: number
  readonly x: number
  readonly y: number
  readonly xx: number
  readonly xy: number
  readonly yy: number
}

export function sumsOf(points: readonly Point[]): Sums {
  let [x, y, xx, xy, yy] = [0, 0, 0, 0, 0]
  for (const p of points) {
    x += p.x
    y += p.y
    xx += p.x * p.x
    xy += p.x * p.y
    yy += p.y * p.y
  }
  return { n: points.length, x, y, xx, xy, yy }
}

export const addSums = (a: Sums, b: Sums): Sums => ({
  n: a.n + b.n,
  x: a.x + b.x,
  y: a.y + b.y,
  xx: a.xx + b.xx,
  xy: a.xy + b.xy,
  yy: a.yy + b.yy,
})

/** The line through places by total least squares. */
export function lineOf({ n, x, y, xx, xy, yy }: Sums): { through: Point; direction: Point } {
  const through = { x: x / n, y: y / n }
  const [cxx, cxy, cyy] = [xx - (x * x) / n, xy - (x * y) / n, yy - (y * y) / n]
  const turn = Math.atan2(2 * cxy, cxx - cyy) / 2
  return { through, direction: { x: Math.cos(turn), y: Math.sin(turn) } }
}

/** The middles of pixels lie this far beside the line that they show, at most. */
export const PIXEL_OFF = 1
/** Fewer places are no arc. */
const LEAST_ARC = 10
/** An arc that rises less over its chord is a line whose end a corner draws aside. */
const LEAST_RISE_PX = 2 * PIXEL_OFF
/** Pixels tell nothing of smaller ones. */
const LEAST_RADIUS_PX = 3

/** The line through places, foot to foot, where it passes each of them closely. */
function straightOf(points: readonly Point[]): Straight | null {
  const sums = sumsOf(points)
  const { through, direction } = lineOf(sums)
  for (const { x, y } of points)
    if (Math.abs((x - through.x) * direction.y - (y - through.y) * direction.x) > PIXEL_OFF) return null
  const foot = ({ x, y }: Point): Point => {
    const t = (x - through.x) * direction.x + (y - through.y) * direction.y
    return { x: through.x + direction.x * t, y: through.y + direction.y * t }
  }
  return { kind: 'line', start: foot(points[0]!), end: foot(points.at(-1)!), sums }
}

/** The circle through places (Kåsa, IEEE Transactions on Instrumentation and Measurement 25, 1976); null for a line. */
export function circleOf(points: readonly Point[]): { center: Point; radius: number } | null {
  const { n, x, y } = sumsOf(points)
  const [mx, my] = [x / n, y / n]
  let [uu, uv, vv, uz, vz, zz] = [0, 0, 0, 0, 0, 0]
  for (const p of points) {
    const [u, v] = [p.x - mx, p.y - my]
    const z = u * u + v * v
    uu += u * u
    uv += u * v
    vv += v * v
    uz += u * z
    vz += v * z
    zz += z
  }
  const det = uu * vv - uv * uv
  if (Math.abs(det) < 1e-9 * (uu + vv) ** 2) return null
  const a = (uz * vv - vz * uv) / det / 2
  const b = (vz * uu - uz * uv) / det / 2
  return { center: { x: mx + a, y: my + b }, radius: Math.sqrt(zz / n + a * a + b * b) }
}

/** The arc through places that follow one another, where it passes each of them closely. */
export function roundOf(points: readonly Point[], off = PIXEL_OFF): Round | null {
  if (points.length < LEAST_ARC) return null
  const found = circleOf(points)
  if (!found) return null
  const { center, radius } = found
  for (const p of points) if (Math.abs(distance(p, center) - radius) > off) return null
  const arc: Round = { kind: 'arc', center, radius, points }
  const half = Math.min(Math.PI, Math.abs(sweepOf(arc)) / 2)
  return radius < LEAST_RADIUS_PX || radius * (1 - Math.cos(half)) < LEAST_RISE_PX ? null : arc
}

/** How far an arc turns from its first place to its last, the way that they run. */
export function sweepOf({ center, points }: Round): number {
  let swept = 0
  let before = Math.atan2(points[0]!.y - center.y, points[0]!.x - center.x)
  for (const { x, y } of points) {
    const angle = Math.atan2(y - center.y, x - center.x)
    let turn = angle - before
    if (turn > Math.PI) turn -= 2 * Math.PI
    if (turn < -Math.PI) turn += 2 * Math.PI
    swept += turn
    before = angle
  }
  return swept
}

/** A run of places as the fewest lines and arcs that pass them closely. */
export function piecesOf(points: readonly Point[]): Fitted[] {
  const cuts: [from: number, to: number][] = []
  split(points, 0, points.length - 1, cuts)
  // Cut at the farthest place from a chord, one arc comes in several pieces: what goes together is joined again.
  for (let i = 0; i + 1 < cuts.length; ) {
    const joined = points.slice(cuts[i]![0], cuts[i + 1]![1] + 1)
    if (straightOf(joined) ?? roundOf(joined)) {
      cuts.splice(i, 2, [cuts[i]![0], cuts[i + 1]![1]])
      if (i > 0) i--
    } else i++
  }
  return cuts.flatMap(([from, to]) => {
    const run = points.slice(from, to + 1)
    const piece = straightOf(run) ?? roundOf(run)
    return piece ? [piece] : []
  })
}

function split(points: readonly Point[], from: number, to: number, cuts: [number, number][]): void {
  const run = points.slice(from, to + 1)
  if (run.length < 4 || straightOf(run) || roundOf(run)) {
    cuts.push([from, to])
    return
  }
  const [a, b] = [points[from]!, points[to]!]
  const size = distance(a, b)
  let [farthest, at] = [-1, from + 1]
  for (let i = from + 1; i < to; i++) {
    const p = points[i]!
    const off = size < 2 ? distance(p, a) : Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / size
    if (off > farthest) [farthest, at] = [off, i]
  }
  split(points, from, at, cuts)
  split(points, at, to, cuts)
}
