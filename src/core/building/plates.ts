import earcut from 'earcut'
import { doubleAreaOf } from '../geometry/piece/measure'
import { type Frame, placeIn, seenFrom } from '../geometry/space'
import type { Point } from '../geometry/vector'
import { ofKind } from '../model/of-kind'
import { cornersOfPlate, frameOfPlate, outlineOfPlate } from '../model/plate/place'
import type { Plate } from '../model/plate/schema'
import type { ProjectRecord } from '../model/registry'
import type { ConvexSolid } from '../solid/convex'
import type { Hole } from './hole'
import type { Hull } from './hull'
import { DENSITY_KG_PER_M3 } from './members'

/** A plate as it is built; its mass is that before holes are drilled. */
export interface BuiltPlate {
  readonly plate: Plate
  /** Through its middle. */
  readonly frame: Frame
  /** Anticlockwise, in its own plane. */
  readonly corners: readonly Point[]
  readonly areaMm2: number
  readonly massKg: number
}

const kept = new WeakMap<Plate, BuiltPlate>()

const isSame = (a: Frame, b: Frame): boolean =>
  a === b ||
  (['origin', 'right', 'up', 'out'] as const).every(
    (key) => a[key].x === b[key].x && a[key].y === b[key].y && a[key].z === b[key].z,
  )

export function builtPlates(records: ReadonlyMap<string, ProjectRecord>): BuiltPlate[] {
  return ofKind('plate', records).flatMap((record): BuiltPlate[] => {
    const frame = frameOfPlate(record, records)
    if (!frame) return []
    const known = kept.get(record)
    if (known && isSame(known.frame, frame)) return [known]
    const areaMm2 = Math.abs(doubleAreaOf(outlineOfPlate(record).pieces)) / 2
    const massKg = ((areaMm2 * record.thicknessMm) / 1e9) * DENSITY_KG_PER_M3.steel
    const made = { plate: record, frame, corners: cornersOfPlate(record), areaMm2, massKg }
    kept.set(record, made)
    return [made]
  })
}

/** Middles and diameters of holes in the plane of a plate. */
export const holesInPlate = ({ frame }: BuiltPlate, holes: readonly Hole[]) =>
  holes.map(({ from, diameterMm }) => {
    const { x, y } = seenFrom(frame, from)
    return { x, y, diameterMm }
  })

type Triangle = readonly [Point, Point, Point]

/** Twice the signed area of a triangle: positive where it turns left. */
const turnOf = ([a, b, c]: Triangle): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)

/** A ring and the holes in it as triangles, anticlockwise. */
function trianglesOf(ring: readonly Point[], holes: readonly (readonly Point[])[] = []): Triangle[] {
  const points = [ring, ...holes].flat()
  const starts = holes.map((_, i) => holes.slice(0, i).reduce((sum, hole) => sum + hole.length, ring.length))
  const found = earcut(
    points.flatMap(({ x, y }) => [x, y]),
    starts,
  )
  return Array.from({ length: found.length / 3 }, (_, i) => {
    const [a, b, c] = [0, 1, 2].map((j) => points[found[3 * i + j]!]!) as [Point, Point, Point]
    return turnOf([a, b, c]) > 0 ? [a, b, c] : [a, c, b]
  })
}

/** The two broad faces and the narrow ones of a plate, from rings in its plane: the material is left of each. */
function facesOf({ plate, frame }: BuiltPlate) {
  const half = plate.thicknessMm / 2
  const at = (aside: number) => (p: Point) => placeIn(frame, p, aside)
  return {
    front: (ring: readonly Point[]) => ring.map(at(half)),
    back: (ring: readonly Point[]) => ring.map(at(-half)).reverse(),
    sides: (ring: readonly Point[]) =>
      ring.map((p, i) => {
        const q = ring[(i + 1) % ring.length]!
        return [at(-half)(p), at(-half)(q), at(half)(q), at(half)(p)]
      }),
  }
}

/** A plate as convex parts, without its holes: what it stands in is worked out with these. */
export function convexPartsOfPlate(built: BuiltPlate): ConvexSolid[] {
  const { front, back, sides } = facesOf(built)
  return convexRings(built.corners).map((ring) => [front(ring), back(ring), ...sides(ring)])
}

/** A ring as convex ones: itself, or the triangles that it is cut into. @param ring anticlockwise */
function convexRings(ring: readonly Point[]): (readonly Point[])[] {
  const cornersFrom = (i: number) => [0, 1, 2].map((k) => ring[(i + k) % ring.length]!) as [Point, Point, Point]
  return ring.every((_, i) => turnOf(cornersFrom(i)) >= 0) ? [ring] : trianglesOf(ring)
}

const SIDES = 24

/** The surface of a plate, with its holes. */
export function hullOfPlate(built: BuiltPlate, holes: readonly Hole[]): Hull {
  const rounds = holesInPlate(built, holes).map(({ x, y, diameterMm }) =>
    // Clockwise, so that the material lies to the left.
    Array.from({ length: SIDES }, (_, i) => {
      const angle = (-i * 2 * Math.PI) / SIDES
      return { x: x + (diameterMm / 2) * Math.cos(angle), y: y + (diameterMm / 2) * Math.sin(angle) }
    }),
  )
  const caps = trianglesOf(built.corners, rounds)
  const { front, back, sides } = facesOf(built)
  return {
    id: built.plate.id,
    kind: 'plate',
    faces: [...caps.map(front), ...caps.map(back), ...[built.corners, ...rounds].flatMap(sides)],
  }
}
