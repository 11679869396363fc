import { distance, leftOf, type Point } from '../../geometry/vector'
import { type Darkness, endAlong, fitLine, median, reachAcross, type Section, sectionAt } from '../strokes'
import { circleOf, type Round, type Straight, sweepOf } from './fit'
import { HALF_STROKE_PX } from './ink'

/** What was measured along a stroke in the scan's own tones. */
interface Measured {
  readonly widthPx: number
  /** How far its middles lie beside it, root mean square. */
  readonly offPx: number
  /** The part of its length along which it has a clean section. */
  readonly clean: number
}

export interface StraightStroke extends Measured {
  readonly kind: 'line'
  readonly start: Point
  readonly end: Point
}

export interface RoundStroke extends Measured {
  readonly kind: 'arc'
  readonly center: Point
  readonly radius: number
  readonly fromRad: number
  /** Positive the way that x turns to y. */
  readonly sweepRad: number
}

export type ScanStroke = StraightStroke | RoundStroke

/** Sections looked at along one stroke, at most. */
const MOST_SECTIONS = 160
const LEAST_SECTIONS = 4
/** Sections this much wider than the usual one are crossings. */
const wider = (usual: number) => 1.35 * usual + 1

/** Sections at places along a stroke; those of crossings left out. */
function sectionsAt(
  darkness: Darkness,
  places: readonly { at: Point; direction: Point }[],
): { sections: Section[]; widthPx: number; clean: number; edgeAt: number } | null {
  // A hairline is never as dark as ink: its edges lie where it is half as dark as itself.
  const edgeAt = Math.min(1, median(places.map(({ at, direction }) => darkestAcross(darkness, at, direction)))) / 2
  const reach = reachAcross(2 * HALF_STROKE_PX)
  const found = places.flatMap(({ at, direction }) => sectionAt(darkness, at, direction, reach, edgeAt) ?? [])
  if (found.length < LEAST_SECTIONS) return null
  const widthPx = median(found.map(({ width }) => width))
  const sections = found.filter(({ width }) => width <= wider(widthPx))
  return { sections, widthPx, clean: sections.length / places.length, edgeAt }
}

function darkestAcross(darkness: Darkness, { x, y }: Point, direction: Point): number {
  const side = leftOf(direction)
  return Math.max(...[-1, -0.5, 0, 0.5, 1].map((k) => darkness.at(x + side.x * k, y + side.y * k)))
}

/** Lays a line anew through the middles of the stroke's own darkness, to a fraction of a pixel, and finds its ends. */
export function refinedLine({ start, end }: Straight, darkness: Darkness): StraightStroke | null {
  const size = distance(start, end)
  if (size < 2) return null
  const direction = { x: (end.x - start.x) / size, y: (end.y - start.y) / size }
  const count = Math.max(LEAST_SECTIONS, Math.min(MOST_SECTIONS, Math.round(size)))
  const places = Array.from({ length: count }, (_, i) => {
    const t = ((i + 0.5) / count) * size
    return { at: { x: start.x + direction.x * t, y: start.y + direction.y * t }, direction }
  })
  const measured = sectionsAt(darkness, places)
  const line = measured && fitLine(measured.sections.map(({ center }) => center))
  if (!line) return null
  const way = line.direction.x * direction.x + line.direction.y * direction.y >= 0 ? 1 : -1
  const along = { x: line.direction.x * way, y: line.direction.y * way }
  const t = (p: Point) => (p.x - line.through.x) * along.x + (p.y - line.through.y) * along.y
  const at = (s: number): Point => ({ x: line.through.x + along.x * s, y: line.through.y + along.y * s })
  const side = leftOf(along)
  const off = rms(
    measured.sections.map(({ center: c }) => (c.x - line.through.x) * side.x + (c.y - line.through.y) * side.y),
  )
  const { widthPx, clean, edgeAt } = measured
  return {
    kind: 'line',
    start: at(endAlong(darkness, at, t(start), -1, edgeAt)),
    end: at(endAlong(darkness, at, t(end), 1, edgeAt)),
    widthPx,
    offPx: off,
    clean,
  }
}

/** The same of an arc. A whole circle closes. */
export function refinedArc(arc: Round, darkness: Darkness): RoundStroke | null {
  const { center, points } = arc
  const step = Math.max(1, points.length / MOST_SECTIONS)
  const places = []
  for (let i = 0; i < points.length; i += step) {
    const at = points[Math.floor(i)]!
    const out = distance(at, center)
    places.push({ at, direction: { x: -(at.y - center.y) / out, y: (at.x - center.x) / out } })
  }
  const measured = sectionsAt(darkness, places)
  const circle = measured && circleOf(measured.sections.map((section) => section.center))
  if (!circle) return null
  const sweepRad = sweepOf(arc)
  const [first, last] = [points[0]!, points.at(-1)!]
  const closes = Math.abs(sweepRad) > Math.PI && distance(first, last) < CLOSES_PX
  return {
    kind: 'arc',
    ...circle,
    fromRad: Math.atan2(first.y - circle.center.y, first.x - circle.center.x),
    sweepRad: closes ? Math.sign(sweepRad) * 2 * Math.PI : sweepRad,
    widthPx: measured.widthPx,
    offPx: rms(measured.sections.map((section) => distance(section.center, circle.center) - circle.radius)),
    clean: measured.clean,
  }
}

/** A circle that is open by so little was drawn closed. */
const CLOSES_PX = 6

/** The edge of an area: where it is half as dark as within. */
export function refinedEdge({ start, end }: Straight, darkness: Darkness): StraightStroke | null {
  const size = distance(start, end)
  if (size < 6) return null
  const direction = { x: (end.x - start.x) / size, y: (end.y - start.y) / size }
  const side = leftOf(direction)
  const count = Math.max(LEAST_SECTIONS, Math.min(MOST_SECTIONS, Math.round(size - 4)))
  // The area lies to the right of its outline, where y runs down.
  const inside = Array.from({ length: count }, (_, i) => {
    const t = ((i + 0.5) / count) * size
    return darkness.at(start.x + direction.x * t + side.x * INSIDE_PX, start.y + direction.y * t + side.y * INSIDE_PX)
  })
  const edgeAt = Math.min(1, median(inside)) / 2
  const found: Point[] = []
  for (let i = 0; i < count; i++) {
    const t = 2 + ((i + 0.5) / count) * (size - 4)
    const at = (k: number): Point => ({
      x: start.x + direction.x * t + side.x * k,
      y: start.y + direction.y * t + side.y * k,
    })
    const k = edgeAcross((place) => darkness.at(at(place).x, at(place).y) - edgeAt)
    if (k !== null) found.push(at(k))
  }
  const line = fitLine(found)
  if (!line) return null
  const foot = (p: Point): Point => {
    const t = (p.x - line.through.x) * line.direction.x + (p.y - line.through.y) * line.direction.y
    return { x: line.through.x + line.direction.x * t, y: line.through.y + line.direction.y * t }
  }
  const across = leftOf(line.direction)
  return {
    kind: 'line',
    start: foot(start),
    end: foot(end),
    widthPx: 0,
    offPx: rms(found.map((p) => (p.x - line.through.x) * across.x + (p.y - line.through.y) * across.y)),
    clean: found.length / count,
  }
}

/** The round edge of an area, by its pixels. */
export function roundEdge(arc: Round): RoundStroke {
  const { center, radius, points } = arc
  return {
    kind: 'arc',
    center,
    radius,
    fromRad: Math.atan2(points[0]!.y - center.y, points[0]!.x - center.x),
    sweepRad: sweepOf(arc),
    widthPx: 0,
    offPx: rms(points.map((p) => distance(p, center) - radius)),
    clean: 1,
  }
}

/** So far within an area its own tone is seen. */
const INSIDE_PX = 3
/** How far beside the pixels' edge the true one may lie. */
const EDGE_REACH_PX = 2

function edgeAcross(value: (k: number) => number): number | null {
  for (let k = -EDGE_REACH_PX; k < EDGE_REACH_PX; k += 0.5) {
    const [now, next] = [value(k), value(k + 0.5)]
    if (now === 0 || now * next < 0) return k + (0.5 * now) / (now - next)
  }
  return null
}

const rms = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / Math.max(1, values.length))
