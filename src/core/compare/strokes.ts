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
  /**
   * Whether it is of hatching, of the outline of a letter, a dash, or was seen unsurely in a scan: it covers others, and is
   * no change by itself.
   */
  readonly slight?: true
  /** Whether it is one of the lines that fill an area. */
  readonly hatch?: true
}

/** Strokes of a scan that are less certain than this are no change by themselves. */
const SURE = 0.9

/** Whether the lines of a page were traced from its pixels. */
export const isTraced = ({ styles }: Linework): boolean => styles.some(({ certainty }) => certainty !== undefined)

/** Chords leave a curve by no more than this, in points. */
const FLATNESS_PT = 0.05

/** What a page draws in lines, curves as chords. @param map of its points */
export function strokesOf(linework: Linework, map: Affine = IDENTITY): Stroke[] {
  const strokes: Stroke[] = []
  const unsure = linework.styles.map(({ certainty }) => certainty !== undefined && certainty < SURE)
  const add = (start: Point, end: Point, flags: number, style: number) => {
    if (distance(start, end) === 0) return
    const stroke = { start: apply(map, start), end: apply(map, end) }
    const isSlight = (flags & (Flag.hatch | Flag.slight)) !== 0 || unsure[style]!
    const isHatch = (flags & Flag.hatch) !== 0
    strokes.push(isSlight ? { ...stroke, slight: true, ...(isHatch && { hatch: true }) } : stroke)
  }
  linework.segmentFlags.forEach((flags, i) => {
    if (isVisible(flags)) add(...segmentEnds(linework, i), flags, linework.segmentStyles[i]!)
  })
  linework.curveFlags.forEach((flags, i) => {
    if (!isVisible(flags)) return
    const chords = flattenCubic(curveOf(linework, i), FLATNESS_PT)
    for (let k = 1; k < chords.length; k++) add(chords[k - 1]!, chords[k]!, flags, linework.curveStyles[i]!)
  })
  return strokes
}

/** The lengths of some strokes together. */
export const totalLength = (strokes: readonly Stroke[]): number =>
  strokes.reduce((sum, { start, end }) => sum + distance(start, end), 0)

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

/** Strokes by the cells of their middles: most of a page is on its newer issue as it was, and is told quickly by this. */
class TwinIndex {
  private readonly first = new Map<number, number>()
  private readonly next: Int32Array

  constructor(
    private readonly strokes: readonly Stroke[],
    readonly within: number,
  ) {
    this.next = new Int32Array(strokes.length)
    strokes.forEach(({ start, end }, i) => {
      const cell = this.cellOf(this.column((start.x + end.x) / 2), this.column((start.y + end.y) / 2))
      this.next[i] = this.first.get(cell) ?? NONE
      this.first.set(cell, i)
    })
  }

  has(start: Point, end: Point): boolean {
    const [x, y] = [(start.x + end.x) / 2, (start.y + end.y) / 2]
    const size = 2 * this.within
    const [column, row] = [this.column(x), this.column(y)]
    // A middle within reach lies in this cell, or in the next one on the side on which this one is nearer.
    const aside = x / size - column < 0.5 ? column - 1 : column + 1
    const above = y / size - row < 0.5 ? row - 1 : row + 1
    return (
      this.isIn(this.cellOf(column, row), start, end) ||
      this.isIn(this.cellOf(aside, row), start, end) ||
      this.isIn(this.cellOf(column, above), start, end) ||
      this.isIn(this.cellOf(aside, above), start, end)
    )
  }

  private isIn(cell: number, start: Point, end: Point): boolean {
    for (let i = this.first.get(cell) ?? NONE; i !== NONE; i = this.next[i]!) {
      const other = this.strokes[i]!
      if (this.isNear(other.start, start) && this.isNear(other.end, end)) return true
      if (this.isNear(other.start, end) && this.isNear(other.end, start)) return true
    }
    return false
  }

  private isNear = (a: Point, b: Point): boolean =>
    Math.abs(a.x - b.x) <= this.within && Math.abs(a.y - b.y) <= this.within

  private column = (value: number): number => Math.floor(value / (2 * this.within))

  private cellOf = (column: number, row: number): number => column * COLUMNS + row
}

const NONE = -1
/** More cells than any page is wide. */
const COLUMNS = 2 ** 22

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

  /** Whether another stroke has the same ends, in whichever order, to a distance. */
  hasTwin({ start, end }: Stroke, within: number): boolean {
    if (this.twins?.within !== within) this.twins = new TwinIndex(this.strokes, within)
    return this.twins.has(start, end)
  }

  private twins: TwinIndex | null = null

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
