import Flatbush from 'flatbush'
import { type Box, contains, intersect, isEmpty } from '../geometry/box'
import { lineCrossing, nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import { CLIP_FLATNESS_PT, CLIP_SLACK_PT } from './tolerance'

/** On the edge of an area of any shape: as far as the chords of its curves may leave them. */
const EDGE_SLACK_PT = CLIP_FLATNESS_PT + CLIP_SLACK_PT

/** Edges of a clipping area beyond which a spatial index pays. */
const INDEX_FROM_EDGES = 48

/** The part of the sheet that can be painted: an upright box and any number of further areas, all at once. */
export interface Clip {
  readonly box: Box
  readonly areas: readonly ClipArea[]
}

/** A closed area of any shape, by the rings of its flattened outline. */
export class ClipArea {
  private readonly edges: readonly (readonly [Point, Point])[]
  private readonly index: Flatbush | null

  constructor(
    rings: readonly (readonly Point[])[],
    private readonly evenOdd: boolean,
  ) {
    this.edges = rings.flatMap((ring) => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const))
    this.index = this.edges.length < INDEX_FROM_EDGES ? null : new Flatbush(this.edges.length)
    for (const [a, b] of this.index ? this.edges : [])
      this.index!.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y))
    this.index?.finish()
  }

  contains(p: Point): boolean {
    let winding = 0
    for (const [a, b] of this.near(-Infinity, p.y, p.x, p.y)) {
      if (a.y <= p.y === b.y <= p.y) continue
      if (((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x < p.x) winding += b.y > a.y ? 1 : -1
    }
    return this.evenOdd ? winding % 2 !== 0 : winding !== 0
  }

  /** Whether a place lies on the outline, to a distance. */
  isOnEdge(p: Point, slack: number): boolean {
    const found = this.index
      ? this.index.search(p.x - slack, p.y - slack, p.x + slack, p.y + slack).map((i) => this.edges[i]!)
      : this.edges
    return found.some(([a, b]) => distance(along(a, b, nearestOnSegment(a, b, p)), p) <= slack)
  }

  /** Whether what lies there is let through: within, or on the very edge. */
  admits(p: Point): boolean {
    return this.contains(p) || this.isOnEdge(p, EDGE_SLACK_PT)
  }

  /** Parameters along `a`–`b` at which it crosses the outline. */
  crossings(a: Point, b: Point): number[] {
    const found: number[] = []
    for (const [c, d] of this.near(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y))) {
      const hit = lineCrossing(a, b, c, d)
      if (hit && hit.t > 0 && hit.t < 1 && hit.u >= 0 && hit.u <= 1) found.push(hit.t)
    }
    return found
  }

  private near(minX: number, minY: number, maxX: number, maxY: number): readonly (readonly [Point, Point])[] {
    return this.index ? this.index.search(minX, minY, maxX, maxY).map((i) => this.edges[i]!) : this.edges
  }
}

/** The clip that remains when a path clips further; a single upright rectangle only narrows the box. */
export function narrow(clip: Clip, rings: readonly (readonly Point[])[], evenOdd: boolean): Clip {
  const drawn = rings.filter((ring) => ring.length > 2)
  if (drawn.length === 0) return { box: { minX: 1, minY: 1, maxX: 0, maxY: 0 }, areas: [] }
  const box = drawn.length === 1 ? uprightBox(drawn[0]!) : null
  if (box) return { ...clip, box: intersect(clip.box, box) }
  return { ...clip, areas: [...clip.areas, new ClipArea(drawn, evenOdd)] }
}

/** The box that a ring of four corners is, if it is upright. */
function uprightBox(ring: readonly Point[]): Box | null {
  const last = ring.at(-1)!
  const corners = ring.length === 5 && same(ring[0]!, last) ? ring.slice(0, 4) : ring
  if (corners.length !== 4) return null
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  const flat = (p: Point, q: Point) => Math.abs(p.y - q.y) < CLIP_SLACK_PT / 4
  const steep = (p: Point, q: Point) => Math.abs(p.x - q.x) < CLIP_SLACK_PT / 4
  const upright =
    (flat(a, b) && steep(b, c) && flat(c, d) && steep(d, a)) || (steep(a, b) && flat(b, c) && steep(c, d) && flat(d, a))
  if (!upright) return null
  return { minX: Math.min(a.x, c.x), minY: Math.min(a.y, c.y), maxX: Math.max(a.x, c.x), maxY: Math.max(a.y, c.y) }
}

const same = (a: Point, b: Point) => a.x === b.x && a.y === b.y

export function isInside(clip: Clip, p: Point): boolean {
  return contains(clip.box, p, CLIP_SLACK_PT) && clip.areas.every((area) => area.admits(p))
}

/**
 * The parts of `a`–`b` that the clip lets through, as parameter intervals in order.
 * A line on the very edge of a box counts as inside.
 */
export function visibleParts(clip: Clip, a: Point, b: Point): [from: number, to: number][] {
  if (isEmpty(clip.box)) return []
  const whole = throughBox(clip.box, a, b)
  if (!whole) return []
  if (clip.areas.length === 0) return [whole]
  const cuts = clip.areas.flatMap((area) => area.crossings(a, b)).filter((t) => t > whole[0] && t < whole[1])
  const stops = [whole[0], ...cuts.sort((s, t) => s - t), whole[1]]
  const parts: [number, number][] = []
  for (let i = 0; i + 1 < stops.length; i++) {
    const from = stops[i]!
    const to = stops[i + 1]!
    const at = (part: number) => along(a, b, from + (to - from) * part)
    if (to <= from || !clip.areas.every((area) => area.contains(at(0.5)) || runsOnEdge(area, at))) continue
    const last = parts.at(-1)
    if (last && last[1] === from) last[1] = to
    else parts.push([from, to])
  }
  return parts
}

/** What a clip lets through of a line, piece by piece; all of it without a clip. */
export const visiblePieces = (clip: Clip | null, a: Point, b: Point): readonly (readonly [Point, Point])[] =>
  clip ? visibleParts(clip, a, b).map(([from, to]) => [along(a, b, from), along(a, b, to)] as const) : [[a, b]]

/** Whether a piece of a line lies on the outline all along, rather than passing near it somewhere. */
export const runsOnEdge = (area: ClipArea, at: (part: number) => Point, slack = EDGE_SLACK_PT): boolean =>
  ALONG_PIECE.every((part) => area.isOnEdge(at(part), slack))
const ALONG_PIECE = [0.5, 0.02, 0.2, 0.35, 0.65, 0.8, 0.98]

/** Liang–Barsky: the interval of a segment within a box widened by the slack, or null. */
function throughBox(box: Box, a: Point, b: Point): [number, number] | null {
  let from = 0
  let to = 1
  const sides: [run: number, low: number, high: number][] = [
    [b.x - a.x, box.minX - a.x, box.maxX - a.x],
    [b.y - a.y, box.minY - a.y, box.maxY - a.y],
  ]
  for (const [run, low, high] of sides) {
    const start = run >= 0 ? low : high
    const end = run >= 0 ? high : low
    if (run === 0) {
      if (start > CLIP_SLACK_PT || end < -CLIP_SLACK_PT) return null
      continue
    }
    // An end within the slack of a side is on it, and is not cut.
    if (start / run > from && Math.abs(start) > CLIP_SLACK_PT) from = start / run
    if (end / run < to && Math.abs(end - run) > CLIP_SLACK_PT) to = end / run
  }
  return from < to ? [from, to] : null
}
