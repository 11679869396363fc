import Flatbush from 'flatbush'
import { type Affine, apply, IDENTITY } from '../geometry/affine'
import { flattenCubic } from '../geometry/bezier'
import type { Box } from '../geometry/box'
import { nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import { curveOf, Flag, isVisible, type Linework, segmentEnds } from '../sheet/linework'

/** A straight stroke that shows on a page, in points. */
export interface Stroke {
  readonly start: Point
  readonly end: Point
  /** Whether it is of hatching, of the outline of a letter, or a dash: it covers others, and is no change by itself. */
  readonly slight?: true
}

/** Chords leave a curve by no more than this, in points. */
const FLATNESS_PT = 0.05

/** What a page draws in lines, curves as chords. @param map of its points */
export function strokesOf(linework: Linework, map: Affine = IDENTITY): Stroke[] {
  const strokes: Stroke[] = []
  const add = (start: Point, end: Point, flags: number) => {
    if (distance(start, end) === 0) return
    const stroke = { start: apply(map, start), end: apply(map, end) }
    strokes.push((flags & (Flag.hatch | Flag.slight)) === 0 ? stroke : { ...stroke, slight: true })
  }
  linework.segmentFlags.forEach((flags, i) => {
    if (isVisible(flags)) add(...segmentEnds(linework, i), flags)
  })
  linework.curveFlags.forEach((flags, i) => {
    if (!isVisible(flags)) return
    const chords = flattenCubic(curveOf(linework, i), FLATNESS_PT)
    for (let k = 1; k < chords.length; k++) add(chords[k - 1]!, chords[k]!, flags)
  })
  return strokes
}

/** The direction of a stroke, from 0 to π. */
export function directionOf({ start, end }: Stroke): number {
  const turn = Math.atan2(end.y - start.y, end.x - start.x)
  return turn < 0 ? turn + Math.PI : turn >= Math.PI ? turn - Math.PI : turn
}

/** How far two directions lie apart, at most a quarter turn. */
export function apartRad(a: number, b: number): number {
  const off = Math.abs(a - b) % Math.PI
  return Math.min(off, Math.PI - off)
}

/** Strokes by place. */
export class StrokeIndex {
  private readonly tree: Flatbush | null

  constructor(readonly strokes: readonly Stroke[]) {
    this.tree = strokes.length > 0 ? new Flatbush(strokes.length) : null
    for (const { start, end } of strokes)
      this.tree!.add(
        Math.min(start.x, end.x),
        Math.min(start.y, end.y),
        Math.max(start.x, end.x),
        Math.max(start.y, end.y),
      )
    this.tree?.finish()
  }

  /** Numbers of the strokes whose box comes nearer to that of another stroke than a distance. */
  beside({ start, end }: Stroke, within: number): number[] {
    return (
      this.tree?.search(
        Math.min(start.x, end.x) - within,
        Math.min(start.y, end.y) - within,
        Math.max(start.x, end.x) + within,
        Math.max(start.y, end.y) + within,
      ) ?? []
    )
  }

  /** Strokes whose box meets another one. */
  inBox({ minX, minY, maxX, maxY }: Box): Stroke[] {
    return (this.tree?.search(minX, minY, maxX, maxY) ?? []).map((i) => this.strokes[i]!)
  }

  /**
   * The stroke nearest to a place of those that run its way.
   * @param within how far off it may lie
   * @param turnRad the way, as a direction from 0 to π
   * @param apart how far its direction may lie from that
   */
  nearest(p: Point, within: number, turnRad: number, apart: number): { stroke: Stroke; at: Point } | null {
    const found = this.tree?.search(p.x - within, p.y - within, p.x + within, p.y + within) ?? []
    let best: { stroke: Stroke; at: Point; off: number } | null = null
    for (const i of found) {
      const stroke = this.strokes[i]!
      const { start, end } = stroke
      const isShort = distance(start, end) < within
      if (!isShort && apartRad(directionOf(stroke), turnRad) > apart) continue
      const at = along(start, end, nearestOnSegment(start, end, p))
      const off = distance(at, p)
      if (off <= within && (!best || off < best.off)) best = { stroke, at, off }
    }
    return best
  }
}
