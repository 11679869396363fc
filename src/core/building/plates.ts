import earcut from 'earcut'
import { doubleAreaOf } from '../geometry/piece/measure'
import { type Frame, placeIn, seenFrom } from '../geometry/space'
import type { Point } from '../geometry/vector'
import { cornersOfPlate, frameOfPlate, outlineOfPlate } from '../model/plate/place'
import type { Plate } from '../model/plate/schema'
import type { ProjectRecord } from '../model/registry'
import type { ConvexSolid } from '../solid/convex'
import type { Hole } from './bolts'
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
  return [...records.values()].flatMap((record): BuiltPlate[] => {
    if (record.kind !== 'plate') return []
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

/** A plate as convex parts, without its holes: what it stands in is worked out with these. */
export function convexPartsOfPlate({ plate, frame, corners }: BuiltPlate): ConvexSolid[] {
  const half = plate.thicknessMm / 2
  const at = (aside: number) => (p: Point) => placeIn(frame, p, aside)
  return convexRings(corners).map((ring) => [
    ring.map(at(half)),
    ring.map(at(-half)).reverse(),
    ...ring.map((p, i) => {
      const q = ring[(i + 1) % ring.length]!
      return [at(-half)(p), at(-half)(q), at(half)(q), at(half)(p)]
    }),
  ])
}

/** A ring as convex ones: itself, or the triangles that it is cut into. @param ring anticlockwise */
function convexRings(ring: readonly Point[]): (readonly Point[])[] {
  const turnAt = (i: number) => {
    const [a, b, c] = [0, 1, 2].map((k) => ring[(i + k) % ring.length]!) as [Point, Point, Point]
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x)
  }
  if (ring.every((_, i) => turnAt(i) >= 0)) return [ring]
  const found = earcut(ring.flatMap(({ x, y }) => [x, y]))
  return Array.from({ length: found.length / 3 }, (_, i) => {
    const [a, b, c] = [0, 1, 2].map((j) => ring[found[3 * i + j]!]!) as [Point, Point, Point]
    return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0 ? [a, b, c] : [a, c, b]
  })
}

const SIDES = 24

/** The surface of a plate, with its holes. */
export function hullOfPlate(built: BuiltPlate, holes: readonly Hole[]): Hull {
  const { plate, frame, corners } = built
  const rings = [
    corners,
    ...holesInPlate(built, holes).map(({ x, y, diameterMm }) =>
      // Clockwise, so that the material lies to the left.
      Array.from({ length: SIDES }, (_, i) => {
        const angle = (-i * 2 * Math.PI) / SIDES
        return { x: x + (diameterMm / 2) * Math.cos(angle), y: y + (diameterMm / 2) * Math.sin(angle) }
      }),
    ),
  ]
  const points = rings.flat()
  const starts = rings.slice(1).map((_, i) => rings.slice(0, i + 1).reduce((sum, ring) => sum + ring.length, 0))
  const found = earcut(
    points.flatMap(({ x, y }) => [x, y]),
    starts,
  )
  const half = plate.thicknessMm / 2
  const at = (aside: number) => (p: Point) => placeIn(frame, p, aside)
  const caps = Array.from({ length: found.length / 3 }, (_, i) => {
    const [a, b, c] = [0, 1, 2].map((j) => points[found[3 * i + j]!]!) as [Point, Point, Point]
    const turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)
    return turn > 0 ? [a, b, c] : [a, c, b]
  })
  const sides = rings.flatMap((ring) =>
    ring.map((p, i) => {
      const q = ring[(i + 1) % ring.length]!
      return [at(-half)(p), at(-half)(q), at(half)(q), at(half)(p)]
    }),
  )
  return {
    id: plate.id,
    kind: 'plate',
    faces: [...caps.map((cap) => cap.map(at(half))), ...caps.map((cap) => cap.map(at(-half)).reverse()), ...sides],
  }
}
