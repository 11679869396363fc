import type { Box } from '../geometry/box'
import { ringBetween } from '../geometry/polygon'
import type { Vector3 } from '../geometry/space'
import type { Point } from '../geometry/vector'
import type { Fineness } from '../model/member/body'
import { alongOf } from '../model/wall/line'
import type { Prism } from './bodies/body'
import { hullOfBolts } from './bolts'
import type { Building, BuiltWall } from './building'
import type { Hull } from './hull'
import { hullOf } from './members'
import { hullOfPlate } from './plates'

/** Thickness of panes and leaves, which stand in the middle of their wall. */
const PANE_MM = 40

/** One solid of the building. */
export type Solid = Prism | Hull

/** What stands upright as prisms: walls are cut into what stands beside, beneath and above their openings. */
export const prismsOf = ({ levels }: Pick<Building, 'levels'>): Prism[] =>
  levels.flatMap(({ walls, bodies }) => [...walls.flatMap(keptPrisms), ...bodies.flatMap(({ prisms }) => prisms)])

/** Everything that is built, as solids. */
export const solidsOf = (building: Building, fineness: Fineness = 'fine'): Solid[] => [
  ...prismsOf(building),
  ...building.members.map((member) => hullOf(member, fineness)),
  ...building.plates.map((plate) => hullOfPlate(plate, building.bolting.holes.get(plate.plate.id) ?? [])),
  ...building.bolting.groups.map(hullOfBolts),
  ...building.fixtures.map(({ hull }) => hull),
]

/** A box on the plan, with how high and how low it reaches. Project millimetres. */
export interface Extent extends Box {
  readonly foot: number
  readonly top: number
}

/** What solids, and places besides, extend over. */
export function extentOf(solids: readonly Solid[], places: readonly Vector3[] = []): Extent {
  let [minX, minY, maxX, maxY, foot, top] = [Infinity, Infinity, -Infinity, -Infinity, Infinity, -Infinity]
  const take = (x: number, y: number, low: number, high: number) => {
    minX = Math.min(minX, x)
    minY = Math.min(minY, y)
    maxX = Math.max(maxX, x)
    maxY = Math.max(maxY, y)
    foot = Math.min(foot, low)
    top = Math.max(top, high)
  }
  for (const solid of solids)
    if ('ring' in solid) for (const { x, y } of solid.ring) take(x, y, solid.footMm, solid.footMm + solid.heightMm)
    else for (const face of solid.faces) for (const { x, y, z } of face) take(x, y, z, z)
  for (const { x, y, z } of places) take(x, y, z, z)
  return { minX, minY, maxX, maxY, foot, top }
}

/** Prisms of walls that stay as they are are the same ones: who makes triangles of them can keep these. */
const kept = new WeakMap<BuiltWall, readonly Prism[]>()

function keptPrisms(built: BuiltWall): readonly Prism[] {
  const prisms = kept.get(built) ?? wallPrisms(built)
  kept.set(built, prisms)
  return prisms
}

/** Prisms of one wall and of what fills its openings. Together they hold the wall's net volume. */
export function wallPrisms(built: BuiltWall): Prism[] {
  const { wall, rings, footMm, heightMm, openings } = built
  const prism = (ring: readonly Point[], foot: number, height: number): Prism[] =>
    ring.length >= 3 && height > 0 ? [{ id: wall.id, kind: 'wall', ring, footMm: foot, heightMm: height }] : []
  if (openings.length === 0) return rings.flatMap((ring) => prism(ring, footMm, heightMm))
  const along = (p: Point) => alongOf(wall, p)
  // Cut wherever an opening begins or ends; in each strip what the openings leave of the height is wall.
  const cuts = [
    ...new Set(
      openings.flatMap(({ opening }) => [opening.alongMm - opening.widthMm / 2, opening.alongMm + opening.widthMm / 2]),
    ),
  ].sort((a, b) => a - b)
  const edges = [-Infinity, ...cuts, Infinity]
  const body = edges.slice(1).flatMap((to, i) => {
    const from = edges[i]!
    const strips = rings.map((ring) => ringBetween(ring, along, from, to))
    const standing = (foot: number, height: number) => strips.flatMap((ring) => prism(ring, foot, height))
    const holes = openings
      .filter(
        ({ opening }) => opening.alongMm - opening.widthMm / 2 < to && from < opening.alongMm + opening.widthMm / 2,
      )
      .map(({ opening, footMm: foot }) => ({ from: foot, to: foot + opening.heightMm }))
      .sort((a, b) => a.from - b.from)
    let foot = footMm
    const parts: Prism[] = []
    for (const hole of holes) {
      parts.push(...standing(foot, Math.min(hole.from, footMm + heightMm) - foot))
      foot = Math.max(foot, hole.to)
    }
    return [...parts, ...standing(foot, footMm + heightMm - foot)]
  })
  const fillings = openings.flatMap(({ opening, place, footMm: foot }): Prism[] => {
    if (opening.use === 'passage') return []
    const [half, aside] = [opening.widthMm / 2, PANE_MM / 2]
    const corner = (s: number, t: number): Point => ({
      x: place.middle.x + place.along.x * s + place.left.x * t,
      y: place.middle.y + place.along.y * s + place.left.y * t,
    })
    return [
      {
        id: opening.id,
        kind: opening.use === 'window' ? 'pane' : 'leaf',
        ring: [corner(-half, -aside), corner(half, -aside), corner(half, aside), corner(-half, aside)],
        footMm: foot,
        heightMm: opening.heightMm,
      },
    ]
  })
  return [...body, ...fillings]
}
