import { type Chain, chainOf, ringChain } from '../draft/chain'
import { circle, type Piece, segment } from '../geometry/piece/piece'
import { add, cross, dot, type Point, scale, subtract, unit } from '../geometry/vector'

/** A cross section by its form and sizes, in millimetres. Seen from the start of a member to its end: x to the right, y up. */
export type SectionShape =
  | {
      readonly form: 'i'
      readonly heightMm: number
      readonly widthMm: number
      readonly webMm: number
      readonly flangeMm: number
      readonly rootMm: number
    }
  | {
      readonly form: 'channel'
      readonly heightMm: number
      readonly widthMm: number
      readonly webMm: number
      /** Half way along the flange. */
      readonly flangeMm: number
      readonly rootMm: number
      readonly toeMm: number
      /** By how much the inner side of the flange rises along its width; 0 for parallel flanges. */
      readonly slope: number
      /** Where the flange's thickness is stated, from the back of the web. */
      readonly statedAtMm: number
    }
  | {
      readonly form: 'angle'
      readonly heightMm: number
      readonly widthMm: number
      readonly wallMm: number
      readonly rootMm: number
      readonly toeMm: number
    }
  | {
      readonly form: 'box'
      readonly heightMm: number
      readonly widthMm: number
      readonly wallMm: number
      readonly outerMm: number
      readonly innerMm: number
    }
  | { readonly form: 'pipe'; readonly diameterMm: number; readonly wallMm: number }
  | { readonly form: 'rod'; readonly diameterMm: number }
  | { readonly form: 'bar'; readonly heightMm: number; readonly widthMm: number }
  | { readonly form: 'outline'; readonly xy: readonly number[] }

/** A corner of an outline, rounded where it has a radius. */
type Corner = readonly [x: number, y: number, radiusMm?: number]

/** The closed outline through corners, each rounded by an arc that touches both its sides. */
function rounded(corners: readonly Corner[]): Chain {
  const pieces: Piece[] = []
  const turns = corners.map(([x, y, radius = 0], i) => {
    const at = { x, y }
    const [ax, ay] = corners[(i + corners.length - 1) % corners.length]!
    const [bx, by] = corners[(i + 1) % corners.length]!
    const [to, from] = [unit(subtract({ x: ax, y: ay }, at))!, unit(subtract({ x: bx, y: by }, at))!]
    const half = Math.acos(Math.max(-1, Math.min(1, dot(to, from)))) / 2
    if (radius === 0) return { enter: at, leave: at, arc: null }
    const away = radius / Math.tan(half)
    const [enter, leave] = [add(at, scale(to, away)), add(at, scale(from, away))]
    const inward = unit(add(to, from))!
    const center = add(at, scale(inward, radius / Math.sin(half)))
    const fromRad = Math.atan2(enter.y - center.y, enter.x - center.x)
    const sweepRad = (Math.PI - 2 * half) * (cross(scale(to, -1), from) > 0 ? 1 : -1)
    return { enter, leave, arc: { kind: 'arc' as const, center, radius, fromRad, sweepRad } }
  })
  turns.forEach(({ leave, arc }, i) => {
    if (arc) pieces.push(arc)
    pieces.push(segment(leave, turns[(i + 1) % turns.length]!.enter))
  })
  return chainOf(pieces, true)
}

const rectangle = (width: number, height: number, radius = 0): Chain =>
  rounded([
    [-width / 2, -height / 2, radius],
    [width / 2, -height / 2, radius],
    [width / 2, height / 2, radius],
    [-width / 2, height / 2, radius],
  ])

/** The outline, anticlockwise about the middle of its box, and after it the holes in it. */
export function outlineOf(shape: SectionShape): readonly [Chain, ...Chain[]] {
  switch (shape.form) {
    case 'i': {
      const { heightMm, widthMm, webMm, flangeMm, rootMm } = shape
      const [w, h, s, f] = [widthMm / 2, heightMm / 2, webMm / 2, heightMm / 2 - flangeMm]
      return [
        rounded([
          [-w, -h],
          [w, -h],
          [w, -f],
          [s, -f, rootMm],
          [s, f, rootMm],
          [w, f],
          [w, h],
          [-w, h],
          [-w, f],
          [-s, f, rootMm],
          [-s, -f, rootMm],
          [-w, -f],
        ]),
      ]
    }
    case 'channel': {
      const { heightMm, widthMm, webMm, flangeMm, rootMm, toeMm, slope, statedAtMm } = shape
      const [w, h] = [widthMm / 2, heightMm / 2]
      const inner = (x: number) => h - flangeMm - slope * (statedAtMm - (x + w))
      const s = webMm - w
      return [
        rounded([
          [-w, -h],
          [w, -h],
          [w, -inner(w), toeMm],
          [s, -inner(s), rootMm],
          [s, inner(s), rootMm],
          [w, inner(w), toeMm],
          [w, h],
          [-w, h],
        ]),
      ]
    }
    case 'angle': {
      const { heightMm, widthMm, wallMm, rootMm, toeMm } = shape
      const [w, h] = [widthMm / 2, heightMm / 2]
      return [
        rounded([
          [-w, -h],
          [w, -h],
          [w, wallMm - h, toeMm],
          [wallMm - w, wallMm - h, rootMm],
          [wallMm - w, h, toeMm],
          [-w, h],
        ]),
      ]
    }
    case 'box': {
      const { heightMm, widthMm, wallMm, outerMm, innerMm } = shape
      return [rectangle(widthMm, heightMm, outerMm), rectangle(widthMm - 2 * wallMm, heightMm - 2 * wallMm, innerMm)]
    }
    case 'pipe':
      return [
        chainOf([circle(MIDDLE, shape.diameterMm / 2)]),
        chainOf([circle(MIDDLE, shape.diameterMm / 2 - shape.wallMm)]),
      ]
    case 'rod':
      return [chainOf([circle(MIDDLE, shape.diameterMm / 2)])]
    case 'bar':
      return [rectangle(shape.widthMm, shape.heightMm)]
    case 'outline':
      return [ringChain(cornersOf(shape.xy))]
  }
}

const MIDDLE: Point = { x: 0, y: 0 }

function cornersOf(xy: readonly number[]): Point[] {
  return Array.from({ length: xy.length / 2 }, (_, i) => ({ x: xy[2 * i]!, y: xy[2 * i + 1]! }))
}

/** Its sizes over all: across and up. */
export function sizeOf(shape: SectionShape): { readonly widthMm: number; readonly heightMm: number } {
  if (shape.form === 'pipe' || shape.form === 'rod') return { widthMm: shape.diameterMm, heightMm: shape.diameterMm }
  if (shape.form !== 'outline') return shape
  const corners = cornersOf(shape.xy)
  const spread = (values: readonly number[]) => Math.max(...values) - Math.min(...values)
  return { widthMm: spread(corners.map(({ x }) => x)), heightMm: spread(corners.map(({ y }) => y)) }
}
