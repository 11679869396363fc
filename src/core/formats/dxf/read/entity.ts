import { type Affine, apply, compose } from '../../../geometry/affine'
import type { Cubic } from '../../../geometry/bezier'
import type { Point } from '../../../geometry/vector'
import { SourceError } from '../../../sheet/problem'
import type { DxfRecord } from './records'

/** An entity with those that follow it and belong to it: vertices of a polyline, attributes of an insert. */
export interface Entity {
  readonly record: DxfRecord
  readonly parts: readonly DxfRecord[]
}

/** What an entity looks like, with everything that it takes from its layer or block worked out. */
export interface Look {
  readonly layer: string
  readonly color: string
  /** Hundredths of a millimetre of the pen on paper. */
  readonly weight: number
  /** Dashes and gaps in drawing units, as drawn. */
  readonly dash: readonly number[]
}

/** Everything drawn, in drawing units. */
export interface Drawn {
  readonly lines: { a: Point; b: Point; look: Look; fill: boolean }[]
  readonly curves: { curve: Cubic; look: Look; fill: boolean }[]
  readonly texts: { text: string; at: Point; height: number; length: number; turnRad: number; look: Look }[]
}

/** Pieces that a drawing may come to with all its inserts; beyond it, it is refused. */
export const MOST_PIECES = 2_000_000

/** Puts what entities draw where their block lies. */
export class Pen {
  constructor(
    readonly drawn: Drawn,
    readonly map: Affine,
    readonly look: Look,
    /** Names of the blocks being drawn, outermost first. */
    readonly within: readonly string[],
  ) {}

  /** A pen for what stands in a space of its own, by its map into this one's. */
  through(map: Affine): Pen {
    return new Pen(this.drawn, compose(map, this.map), this.look, this.within)
  }

  line(a: Point, b: Point, fill = false): void {
    const [p, q] = [apply(this.map, a), apply(this.map, b)]
    if (!sound(p) || !sound(q) || (p.x === q.x && p.y === q.y)) return
    this.count()
    this.drawn.lines.push({ a: p, b: q, look: this.look, fill })
  }

  curve({ start, pullStart, pullEnd, end }: Cubic, fill = false): void {
    const [a, b, c, d] = [start, pullStart, pullEnd, end].map((p) => apply(this.map, p)) as [Point, Point, Point, Point]
    if (![a, b, c, d].every(sound)) return
    this.count()
    this.drawn.curves.push({ curve: { start: a, pullStart: b, pullEnd: c, end: d }, look: this.look, fill })
  }

  /** @param turnRad direction of the baseline; `length` and `height` in drawing units */
  text(text: string, start: Point, turnRad: number, height: number, length: number): void {
    const [a, b, c, d] = this.map
    const along = { x: Math.cos(turnRad), y: Math.sin(turnRad) }
    const direction = { x: a * along.x + c * along.y, y: b * along.x + d * along.y }
    const growth = Math.hypot(direction.x, direction.y)
    const up = Math.hypot(-a * along.y + c * along.x, -b * along.y + d * along.x)
    const at = apply(this.map, start)
    if (text.trim() === '' || !sound(at) || !(height * up > 0) || !Number.isFinite(height * up + length * growth))
      return
    this.count()
    const turn = Math.atan2(direction.y, direction.x)
    this.drawn.texts.push({ text, at, height: height * up, length: length * growth, turnRad: turn, look: this.look })
  }

  private count(): void {
    const { lines, curves, texts } = this.drawn
    if (lines.length + curves.length + texts.length >= MOST_PIECES) throw new SourceError('drawing-too-large')
  }
}

/** Coordinates that are figures, and no farther away than the earth is round, in any unit. */
const FARTHEST = 1e11
const sound = ({ x, y }: Point) => Math.abs(x) < FARTHEST && Math.abs(y) < FARTHEST

/** A point of an entity by the code of its x. */
export const pointOf = (record: DxfRecord, code: number): Point => ({
  x: record.number(code),
  y: record.number(code + 10),
})

export const toRad = (degrees: number): number => (degrees * Math.PI) / 180

/**
 * The map from an entity's own plane to the drawing's, seen from above
 * (DXF reference, “Arbitrary axis algorithm”).
 */
export function planeMap(record: DxfRecord): Affine {
  const n = [record.number(210, 0), record.number(220, 0), record.number(230, 1)] as const
  const size = Math.hypot(...n)
  if (!(size > 0)) return [1, 0, 0, 1, 0, 0]
  const [nx, ny, nz] = n.map((value) => value / size) as [number, number, number]
  const across = Math.abs(nx) < 1 / 64 && Math.abs(ny) < 1 / 64 ? ([nz, 0, -nx] as const) : ([-ny, nx, 0] as const)
  const width = Math.hypot(...across)
  const [ax, ay, az] = across.map((value) => value / width) as [number, number, number]
  const elevation = record.number(38, record.number(30))
  return [ax, ay, ny * az - nz * ay, nz * ax - nx * az, nx * elevation, ny * elevation]
}
