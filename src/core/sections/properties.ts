import type { Chain } from '../draft/chain'
import { directionAt, type Piece, placeAt } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import { outlineOf, type SectionShape } from './shape'

/** What follows from a section's shape. */
export interface SectionProperties {
  readonly areaMm2: number
  /** From the middle of its box. */
  readonly centroid: Point
  /** Second moments of area about the level and the upright axis through the centroid. */
  readonly aboutLevelMm4: number
  readonly aboutUprightMm4: number
  /** All edges, for painting. */
  readonly perimeterMm: number
}

/** Abscissae and weights of Gauss and Legendre for six places between 0 and 1 (Abramowitz and Stegun, 25.4.29). */
const GAUSS = [
  [0.033765242898424, 0.085662246189585],
  [0.169395306766868, 0.180380786524069],
  [0.380690406958402, 0.233956967286346],
  [0.619309593041598, 0.233956967286346],
  [0.830604693233132, 0.180380786524069],
  [0.966234757101576, 0.085662246189585],
] as const

/** Arcs are summed by parts of at most so much, where six places are exact to rounding. */
const PART_RAD = Math.PI / 4

function partsOf(piece: Piece): number {
  return piece.kind === 'segment' ? 1 : piece.kind === 'arc' ? Math.ceil(Math.abs(piece.sweepRad) / PART_RAD) : 8
}

/** Line integrals around closed chains, by Green's theorem: area, first and second moments about the origin. */
function moments(pieces: readonly Piece[]) {
  const sum = { area: 0, x: 0, y: 0, xx: 0, yy: 0, length: 0 }
  for (const piece of pieces) {
    const parts = partsOf(piece)
    for (let i = 0; i < parts; i++)
      for (const [t, weight] of GAUSS) {
        const at = (i + t) / parts
        const { x, y } = placeAt(piece, at)
        const d = directionAt(piece, at)
        const [dx, dy] = [(d.x * weight) / parts, (d.y * weight) / parts]
        sum.area += (x * dy - y * dx) / 2
        sum.x += (x * x * dy) / 2
        sum.y -= (y * y * dx) / 2
        sum.xx += (x * x * x * dy) / 3
        sum.yy -= (y * y * y * dx) / 3
        sum.length += Math.hypot(dx, dy)
      }
  }
  return sum
}

/** Moments of what a chain encloses, whichever way it runs. */
function enclosed({ pieces }: Chain) {
  const sum = moments(pieces)
  const way = sum.area < 0 ? -1 : 1
  return { ...sum, area: sum.area * way, x: sum.x * way, y: sum.y * way, xx: sum.xx * way, yy: sum.yy * way }
}

const known = new WeakMap<SectionShape, SectionProperties>()

/** Area, centroid and second moments of a section, root radii included. */
export function propertiesOf(shape: SectionShape): SectionProperties {
  const found = known.get(shape)
  if (found) return found
  const [outer, ...holes] = outlineOf(shape).map(enclosed)
  const total = holes.reduce(
    (rest, hole) => ({
      area: rest.area - hole.area,
      x: rest.x - hole.x,
      y: rest.y - hole.y,
      xx: rest.xx - hole.xx,
      yy: rest.yy - hole.yy,
      length: rest.length + hole.length,
    }),
    outer!,
  )
  const centroid = { x: total.x / total.area, y: total.y / total.area }
  const made: SectionProperties = {
    areaMm2: total.area,
    centroid,
    aboutLevelMm4: total.yy - total.area * centroid.y ** 2,
    aboutUprightMm4: total.xx - total.area * centroid.x ** 2,
    perimeterMm: total.length,
  }
  known.set(shape, made)
  return made
}
