import { PointGrid } from '../../geometry/point-grid'
import { distance, type Point } from '../../geometry/vector'
import type { Darkness } from '../strokes'
import { addSums, type Fitted, lineOf, PIXEL_OFF, type Round, roundOf, type Straight } from './fit'

/** How far apart the pieces of one stroke may lie that another one crosses. */
const GAP_PX = 18
/** Darkness of this part on the way tells that it goes on. */
const INK = 0.12
const PASSES = 4

/** Joins the pieces of one line or arc that crossings have parted: only where ink leads from one to the next. */
export function joined(pieces: readonly Fitted[], darkness: Darkness): Fitted[] {
  let all: Fitted[] = [...pieces]
  for (let pass = 0; pass < PASSES; pass++) {
    const ends = tipsOf(all)
    const gone = new Set<Fitted>()
    const made: Fitted[] = []
    for (const piece of all) {
      if (gone.has(piece)) continue
      let best: { other: Fitted; whole: Fitted; gap: number } | null = null
      for (const end of tips(piece))
        for (const { piece: other, at } of ends.near(end)) {
          const gap = distance(at, end)
          if (other === piece || gone.has(other) || gap > GAP_PX || (best && best.gap <= gap)) continue
          if (other.kind !== piece.kind || !inked(darkness, end, at)) continue
          const whole =
            piece.kind === 'line' ? oneLine(piece, other as Straight, gap) : oneArc(piece, other as Round, gap)
          if (whole) best = { other, whole, gap }
        }
      if (!best) continue
      gone.add(piece).add(best.other)
      made.push(best.whole)
    }
    if (made.length === 0) break
    all = [...all.filter((piece) => !gone.has(piece)), ...made]
  }
  return all
}

const tips = (piece: Fitted): readonly [Point, Point] =>
  piece.kind === 'line' ? [piece.start, piece.end] : [piece.points[0]!, piece.points.at(-1)!]

interface Tip {
  readonly piece: Fitted
  readonly at: Point
}

function tipsOf(pieces: readonly Fitted[]): PointGrid<Tip> {
  const grid = new PointGrid<Tip>(GAP_PX)
  for (const piece of pieces) for (const at of tips(piece)) grid.add(at, { piece, at })
  return grid
}

function inked(darkness: Darkness, a: Point, b: Point): boolean {
  const steps = Math.ceil(distance(a, b))
  for (let i = 1; i < steps; i++) {
    const t = i / steps
    if (darkness.at(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t) < INK) return false
  }
  return true
}

function oneLine(a: Straight, b: Straight, gap: number): Straight | null {
  const sums = addSums(a.sums, b.sums)
  const { through, direction } = lineOf(sums)
  const places = [a.start, a.end, b.start, b.end].map(({ x, y }) => ({
    off: Math.abs((x - through.x) * direction.y - (y - through.y) * direction.x),
    t: (x - through.x) * direction.x + (y - through.y) * direction.y,
  }))
  if (places.some(({ off }) => off > PIXEL_OFF)) return null
  const all = places.map(({ t }) => t)
  const [from, to] = [Math.min(...all), Math.max(...all)]
  // Beside one another they are two.
  const own = distance(a.start, a.end) + distance(b.start, b.end)
  if (to - from < own + gap - 4) return null
  const at = (t: number): Point => ({ x: through.x + direction.x * t, y: through.y + direction.y * t })
  return { kind: 'line', start: at(from), end: at(to), sums }
}

function oneArc(a: Round, b: Round, gap: number): Round | null {
  if (Math.abs(a.radius - b.radius) > 0.2 * Math.max(a.radius, b.radius) + 2) return null
  const reach = gap + 0.5
  const turned = (points: readonly Point[]) => [...points].reverse()
  // Whichever of their ends lie together, the places run on.
  const orders: (readonly [readonly Point[], readonly Point[]])[] = [
    [a.points, b.points],
    [a.points, turned(b.points)],
    [turned(a.points), b.points],
    [b.points, a.points],
  ]
  const order = orders.find(([first, second]) => distance(first.at(-1)!, second[0]!) <= reach)
  return order ? roundOf([...order[0], ...order[1]], PIXEL_OFF * 1.3) : null
}
