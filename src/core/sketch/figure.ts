import type { Point } from '../geometry/vector'
import type { Circle } from '../model/circle/schema'
import type { Path } from '../model/path/schema'
import { chainOfRing, coordinatesOf, vertices } from '../model/path/shape'
import type { FeatureRef } from '../model/relation/schema'

/** What relations can move. */
export type Sketched = Path | Circle

export const isSketched = (record: { readonly kind: string } | undefined | null): record is Sketched =>
  record?.kind === 'path' || record?.kind === 'circle'

/** What lies on a view that relations can move. */
export const sketchedOn = (planeId: string, records: ReadonlyMap<string, { readonly kind: string }>): Sketched[] =>
  [...records.values()].filter(isSketched).filter((shape) => shape.planeId === planeId)

/** A point of a figure. Places are the figure's own: see `Figure`. */
export interface PointFeature {
  readonly kind: 'point'
  readonly of: readonly number[]
  at(values: Float64Array): Point
}

export interface LineFeature {
  readonly kind: 'line'
  readonly of: readonly number[]
  start(values: Float64Array): Point
  end(values: Float64Array): Point
}

export interface RoundFeature {
  readonly kind: 'round'
  readonly of: readonly number[]
  center(values: Float64Array): Point
  radius(values: Float64Array): number
  /** Of an arc. */
  ends(values: Float64Array): readonly Point[]
}

export type Feature = PointFeature | LineFeature | RoundFeature

/** Less than this is rounding. */
const UNMOVED = 1e-12

/**
 * Drawn lines as numbers that can be solved for. Places are counted from the middle of all of them, in parts of their
 * size, so that all unknowns are about one; bulges are as they are.
 */
export class Figure {
  readonly values: Float64Array
  /** How many millimetres one is. */
  readonly sizeMm: number
  private readonly origin: Point
  /** Where each shape's unknowns begin. */
  private readonly from = new Map<string, number>()
  private readonly byId: ReadonlyMap<string, Sketched>

  constructor(shapes: readonly Sketched[]) {
    this.byId = new Map(shapes.map((shape) => [shape.id, shape]))
    const points = shapes.flatMap((shape) => (shape.kind === 'circle' ? [shape.center] : vertices(shape)))
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
    const middle = (list: readonly number[]) => (least(list) + most(list)) / 2
    this.origin = points.length > 0 ? { x: middle(xs), y: middle(ys) } : { x: 0, y: 0 }
    const radii = shapes.flatMap((shape) => (shape.kind === 'circle' ? [shape.radiusMm] : []))
    this.sizeMm = Math.max(most(xs) - least(xs), most(ys) - least(ys), ...radii, 1e-3) || 1
    const values: number[] = []
    for (const shape of shapes) {
      this.from.set(shape.id, values.length)
      values.push(...this.numbersOf(shape))
    }
    this.values = Float64Array.from(values)
  }

  /** A place of the view in the figure's own. */
  inside({ x, y }: Point): Point {
    return { x: (x - this.origin.x) / this.sizeMm, y: (y - this.origin.y) / this.sizeMm }
  }

  private outside({ x, y }: Point): Point {
    return { x: x * this.sizeMm + this.origin.x, y: y * this.sizeMm + this.origin.y }
  }

  private numbersOf(shape: Sketched): number[] {
    if (shape.kind === 'circle') {
      const { x, y } = this.inside(shape.center)
      return [x, y, shape.radiusMm / this.sizeMm]
    }
    return [
      ...coordinatesOf(vertices(shape).map((p) => this.inside(p))),
      ...arcsOf(shape).map((i) => shape.bulges![i]!),
    ]
  }

  /** The values that shapes would have; null where they are of another make than those of the figure. */
  valuesOf(shapes: readonly Sketched[]): Float64Array | null {
    const values = shapes.flatMap((shape) => this.numbersOf(shape))
    return values.length === this.values.length ? Float64Array.from(values) : null
  }

  /** The unknowns of a shape. */
  private unknownsOf(shape: Sketched): number[] {
    const from = this.from.get(shape.id)!
    return Array.from({ length: this.numbersOf(shape).length }, (_, i) => from + i)
  }

  /** The unknowns of a shape that are not as they were. */
  changedUnknowns(shape: Sketched, was: Float64Array): number[] {
    return this.unknownsOf(shape).filter((i) => Math.abs(this.values[i]! - was[i]!) > UNMOVED)
  }

  /** Whether other values have a shape elsewhere. */
  moved(shape: Sketched, values: Float64Array): boolean {
    return this.changedUnknowns(shape, values).length > 0
  }

  /** A shape as the values have it. */
  shape<S extends Sketched>(shape: S, values: Float64Array): S {
    const from = this.from.get(shape.id)!
    if (shape.kind === 'circle')
      return {
        ...shape,
        center: this.outside({ x: values[from]!, y: values[from + 1]! }),
        radiusMm: values[from + 2]! * this.sizeMm,
      }
    const count = shape.xy.length
    const inside = vertices({ xy: Array.from(values.subarray(from, from + count)) })
    const xy = coordinatesOf(inside.map((p) => this.outside(p)))
    const bent = arcsOf(shape)
    if (bent.length === 0) return { ...shape, xy }
    const bulges = [...shape.bulges!]
    bent.forEach((i, k) => {
      bulges[i] = values[from + count + k]!
    })
    return { ...shape, xy, bulges }
  }

  /** What a relation names; null where there is no such thing any more. */
  feature(ref: FeatureRef): Feature | null {
    const shape = this.byId.get(ref.id)
    if (!shape) return null
    return ref.anchor === undefined ? this.piece(shape, ref.piece ?? 0) : this.point(shape, ref.anchor)
  }

  /** All points and pieces of a shape. */
  *features(shape: Sketched): Generator<{ readonly ref: FeatureRef; readonly feature: Feature }> {
    const { id } = shape
    const anchors = shape.kind === 'circle' ? 1 : shape.xy.length / 2 + 2 * arcsOf(shape).length
    for (let anchor = 0; anchor < anchors; anchor++) {
      const feature = this.point(shape, anchor)
      if (feature) yield { ref: { id, anchor }, feature }
    }
    for (let piece = 0; piece < piecesOf(shape); piece++) {
      const feature = this.piece(shape, piece)
      if (feature) yield { ref: { id, piece }, feature }
    }
  }

  private vertex(shape: Path, index: number): PointFeature {
    const i = this.from.get(shape.id)! + 2 * index
    return { kind: 'point', of: [i, i + 1], at: (values) => ({ x: values[i]!, y: values[i + 1]! }) }
  }

  private point(shape: Sketched, anchor: number): PointFeature | null {
    if (shape.kind === 'circle') {
      const round = this.piece(shape, 0) as RoundFeature
      if (anchor === 0) return { kind: 'point', of: round.of.slice(0, 2), at: round.center }
      const angle = ((anchor - 1) * Math.PI) / 2
      return {
        kind: 'point',
        of: round.of,
        at: (values) => {
          const [{ x, y }, radius] = [round.center(values), round.radius(values)]
          return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) }
        },
      }
    }
    const count = shape.xy.length / 2
    if (anchor < count) return this.vertex(shape, anchor)
    const piece = arcsOf(shape)[(anchor - count) >> 1]
    const arc = piece === undefined ? null : this.piece(shape, piece)
    if (arc?.kind !== 'round') return null
    if ((anchor - count) % 2 === 1) return { kind: 'point', of: arc.of, at: arc.center }
    const bulgeAt = arc.of.at(-1)!
    return {
      kind: 'point',
      of: arc.of,
      at: (values) => {
        const [a, b] = arc.ends(values) as [Point, Point]
        const bulge = values[bulgeAt]!
        return { x: (a.x + b.x + bulge * (b.y - a.y)) / 2, y: (a.y + b.y - bulge * (b.x - a.x)) / 2 }
      },
    }
  }

  private piece(shape: Sketched, index: number): LineFeature | RoundFeature | null {
    const from = this.from.get(shape.id)!
    if (shape.kind === 'circle')
      return index > 0
        ? null
        : {
            kind: 'round',
            of: [from, from + 1, from + 2],
            center: (values) => ({ x: values[from]!, y: values[from + 1]! }),
            radius: (values) => values[from + 2]!,
            ends: () => [],
          }
    if (index >= piecesOf(shape)) return null
    const [a, b] = [this.vertex(shape, index), this.vertex(shape, (index + 1) % (shape.xy.length / 2))]
    const bent = arcsOf(shape).indexOf(index)
    if (bent < 0) return { kind: 'line', of: [...a.of, ...b.of], start: a.at, end: b.at }
    const k = from + shape.xy.length + bent
    return {
      kind: 'round',
      of: [...a.of, ...b.of, k],
      center: (values) => {
        const [p, q, bulge] = [a.at(values), b.at(values), values[k]!]
        const aside = (1 - bulge * bulge) / (4 * bulge)
        return { x: (p.x + q.x) / 2 - aside * (q.y - p.y), y: (p.y + q.y) / 2 + aside * (q.x - p.x) }
      },
      radius: (values) => {
        const [p, q, bulge] = [a.at(values), b.at(values), values[k]!]
        return (Math.hypot(q.x - p.x, q.y - p.y) * (1 + bulge * bulge)) / (4 * Math.abs(bulge))
      },
      ends: (values) => [a.at(values), b.at(values)],
    }
  }
}

const least = (list: readonly number[]) => list.reduce((a, b) => Math.min(a, b), Infinity)
const most = (list: readonly number[]) => list.reduce((a, b) => Math.max(a, b), -Infinity)

const piecesOf = (shape: Sketched): number =>
  shape.kind === 'circle' ? 1 : shape.xy.length / 2 - (shape.closed ? 0 : 1)

/** The pieces of a line that are arcs. */
const arcsOf = (path: Path): number[] =>
  chainOfRing(path, path.closed).pieces.flatMap(({ kind }, i) => (kind === 'arc' ? [i] : []))
