import ClipperLib from 'clipper-lib'
import { area } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'

/** Rings; what lies within an odd number of them is inside. Places near the zero, millimetres. */
export type Region = readonly (readonly Point[])[]

/** An outer ring, anticlockwise, with its holes. */
export interface Outlined {
  readonly outer: readonly Point[]
  readonly holes: Region
}

/** The library reckons in whole numbers: thousandths of a millimetre. */
const PER_MM = 1000
/** Parts thinner than this are what rounding leaves. */
const THINNEST_MM = 0.5

/** What two regions have in common. */
export const common = (a: Region, b: Region): Outlined[] => clipped(a, b, ClipperLib.ClipType.ctIntersection)

/** What of a region lies outside of others. */
export const without = (a: Region, others: Region): Outlined[] => clipped(a, others, ClipperLib.ClipType.ctDifference)

function clipped(a: Region, b: Region, how: ClipperLib.ClipType): Outlined[] {
  const clipper = new ClipperLib.Clipper()
  const paths = (region: Region) =>
    region.map((ring) => ring.map(({ x, y }) => ({ X: Math.round(x * PER_MM), Y: Math.round(y * PER_MM) })))
  clipper.AddPaths(paths(a) as ClipperLib.Paths, ClipperLib.PolyType.ptSubject, true)
  if (b.length > 0) clipper.AddPaths(paths(b) as ClipperLib.Paths, ClipperLib.PolyType.ptClip, true)
  const tree = new ClipperLib.PolyTree()
  clipper.Execute(how, tree, ClipperLib.PolyFillType.pftEvenOdd, ClipperLib.PolyFillType.pftNonZero)
  return ClipperLib.JS.PolyTreeToExPolygons(tree).flatMap(({ outer, holes }) => {
    const ring = pointsOf(outer)
    return isSliver(ring) ? [] : [{ outer: ring, holes: holes.map(pointsOf) }]
  })
}

const pointsOf = (path: ClipperLib.Path): Point[] =>
  path.map(({ X, Y }: ClipperLib.IntPoint) => ({ x: X / PER_MM, y: Y / PER_MM }))

function isSliver(ring: readonly Point[]): boolean {
  const around = ring.reduce((sum, p, i) => {
    const next = ring[(i + 1) % ring.length]!
    return sum + Math.hypot(next.x - p.x, next.y - p.y)
  }, 0)
  return (2 * area(ring)) / around < THINNEST_MM
}

/** Rings that cover the same without holes: cut upright through the middle of a hole, again and again, until none is left. */
export function withoutHoles({ outer, holes }: Outlined): (readonly Point[])[] {
  const [hole] = holes
  if (!hole) return [outer]
  const xs = hole.map(({ x }) => x)
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2
  const reach = Math.max(...outer.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)])) + 1
  const band = (from: number, to: number): Region => [
    [
      { x: from, y: -reach },
      { x: to, y: -reach },
      { x: to, y: reach },
      { x: from, y: reach },
    ],
  ]
  return [band(-reach, middle), band(middle, reach)].flatMap((half) =>
    common([outer, ...holes], half).flatMap(withoutHoles),
  )
}
