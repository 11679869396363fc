import Flatbush from 'flatbush'
import type { Box } from '../geometry/box'
import { along, distance, type Point } from '../geometry/vector'
import { type Clip, ClipArea, isInside, runsOnEdge } from './clip'
import { SHORTEST_PT } from './tolerance'

/** What is painted over an area and covers what lies beneath, within the clip that it was painted through. */
export interface Cover {
  readonly box: Box
  readonly rings: readonly (readonly Point[])[]
  readonly evenOdd: boolean
  readonly color: string
  /** Its place in the order of painting. */
  readonly order: number
  readonly clip: Clip
}

/** Smaller areas hide nothing that anybody looks for. */
const SMALLEST_PT = 1
/** What is no larger and has the colour of a line is part of it, such as the head of an arrow: the line goes on beneath. */
const LARGEST_HEAD_PT = 24
/** A line this near to the edge of a cover still shows beside it. */
const EDGE_PT = 0.05

/** Finds what lies beneath what was painted later. */
export class Covers {
  private readonly covers: readonly Cover[]
  private readonly index: Flatbush | null
  private readonly shapes: (ClipArea | undefined)[]
  /** Nothing that is painted after this is covered. */
  private readonly last: number

  constructor(all: readonly Cover[]) {
    this.covers = all.filter(
      ({ box: { minX, minY, maxX, maxY } }) => maxX - minX >= SMALLEST_PT && maxY - minY >= SMALLEST_PT,
    )
    this.shapes = this.covers.map(() => undefined)
    this.last = this.covers.reduce((most, { order }) => Math.max(most, order), -1)
    this.index = this.covers.length > 0 ? new Flatbush(this.covers.length) : null
    for (const { box } of this.covers) this.index!.add(box.minX, box.minY, box.maxX, box.maxY)
    this.index?.finish()
  }

  /** Whether anything was painted after a place in the order. */
  comesAfter(order: number): boolean {
    return this.last > order
  }

  /** What was painted later than a line, comes near it and is none of its own ends. */
  over({ minX, minY, maxX, maxY }: Box, order: number, color: string): readonly number[] {
    const hides = (i: number) => {
      const cover = this.covers[i]!
      return cover.order > order && !(cover.color === color && isHead(cover.box))
    }
    return this.index?.search(minX, minY, maxX, maxY, hides) ?? []
  }

  /** Whether a point is hidden by one of some covers. @param halfWidthPt of the pen: what is nearer to an edge still shows */
  hides(some: readonly number[], p: Point, halfWidthPt: number): boolean {
    return some.some((i) => {
      const shape = this.shapeOf(i)
      return shape.contains(p) && isInside(this.covers[i]!.clip, p) && !shape.isOnEdge(p, halfWidthPt + EDGE_PT)
    })
  }

  /** The parts of `a`–`b` that some covers leave to be seen, as parameter intervals in order. */
  visibleParts(some: readonly number[], a: Point, b: Point, halfWidthPt: number): [from: number, to: number][] {
    const cuts = some.flatMap((i) => {
      const { clip } = this.covers[i]!
      return [this.shapeOf(i), ...clip.areas]
        .flatMap((area) => area.crossings(a, b))
        .concat(boxCrossings(clip.box, a, b))
    })
    const stops = [0, ...cuts.sort((s, t) => s - t), 1]
    const least = SHORTEST_PT / distance(a, b)
    const parts: [number, number][] = []
    for (let i = 0; i + 1 < stops.length; i++) {
      const [from, to] = [stops[i]!, stops[i + 1]!]
      if (to - from <= least) continue
      const at = (part: number) => along(a, b, from + (to - from) * part)
      if (some.some((k) => this.hidesPiece(k, at, halfWidthPt))) continue
      const last = parts.at(-1)
      if (last && from - last[1] <= least) last[1] = to
      else parts.push([from, to])
    }
    return parts
  }

  /** Whether a piece of a line, crossed by no edge of a cover, lies beneath it. */
  private hidesPiece(i: number, at: (part: number) => Point, halfWidthPt: number): boolean {
    const shape = this.shapeOf(i)
    const middle = at(0.5)
    if (!shape.contains(middle) || !isInside(this.covers[i]!.clip, middle)) return false
    return !runsOnEdge(shape, at, halfWidthPt + EDGE_PT)
  }

  private shapeOf(i: number): ClipArea {
    const { rings, evenOdd } = this.covers[i]!
    const shape = this.shapes[i] ?? new ClipArea(rings, evenOdd)
    this.shapes[i] = shape
    return shape
  }
}

const isHead = ({ minX, minY, maxX, maxY }: Box): boolean => Math.max(maxX - minX, maxY - minY) <= LARGEST_HEAD_PT

function boxCrossings({ minX, minY, maxX, maxY }: Box, a: Point, b: Point): number[] {
  const at = (side: number, from: number, to: number) => (side - from) / (to - from)
  return [at(minX, a.x, b.x), at(maxX, a.x, b.x), at(minY, a.y, b.y), at(maxY, a.y, b.y)].filter((t) => t > 0 && t < 1)
}
