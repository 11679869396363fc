import RBush from 'rbush'
import { type BoltSize, boltLengthMm, boltSize } from '../fasteners/sizes'
import type { Box } from '../geometry/box'
import { isInside } from '../geometry/polygon'
import { add3, beyond, cross3, dot3, placeIn, scale3, seenFrom, squareTo, type Vector3 } from '../geometry/space'
import { type Bolts, holeMiddles } from '../model/bolts/schema'
import { plateOfBolts } from '../model/bolts/shape'
import { ofKind } from '../model/of-kind'
import type { ProjectRecord } from '../model/registry'
import { type ConvexSolid, planesOf } from '../solid/convex'
import type { Hole } from './hole'
import type { Hull } from './hull'
import { type BuiltMember, coarseParts } from './members'
import type { BuiltPlate } from './plates'

/** One bolt: what it goes through. */
export interface BuiltBolt {
  readonly middle: Vector3
  readonly out: Vector3
  /** Of all that it goes through; where it begins and ends. */
  readonly gripMm: number
  readonly from: Vector3
  readonly to: Vector3
}

/** A group of bolts as it is built. */
export interface BuiltBolts {
  readonly bolts: Bolts
  readonly size: BoltSize
  readonly each: readonly BuiltBolt[]
  /** How long they are ordered: for the largest grip of the group. */
  readonly lengthMm: number
}

/** Bolts with the holes that they make in members and plates, by their ids. */
export interface Bolting {
  readonly groups: readonly BuiltBolts[]
  readonly holes: ReadonlyMap<string, readonly Hole[]>
}

/** Parts of a stack lie against one another where no more than this is between them. */
const AGAINST_MM = 3
/** Bolts are looked for through no more than this on either side of their plate. */
const REACH_MM = 400

interface Item extends Box {
  readonly member: BuiltMember
}

/** From where to where a line lies within a convex solid, along its direction; null where it misses it. */
function through(at: Vector3, along: Vector3, solid: ConvexSolid): readonly [number, number] | null {
  let [low, high] = [-Infinity, Infinity]
  for (const plane of planesOf(solid)) {
    const [off, rate] = [beyond(plane, at), dot3(along, plane.out)]
    if (Math.abs(rate) < 1e-9) {
      if (off > 0) return null
      continue
    }
    const t = -off / rate
    if (rate > 0) high = Math.min(high, t)
    else low = Math.max(low, t)
  }
  return high - low > 1e-6 ? [low, high] : null
}

interface Layer {
  readonly id: string
  readonly from: number
  readonly to: number
}

/** The layers that lie against one another around the plate, in order. */
function stackAround(layers: readonly Layer[], plateId: string): Layer[] {
  const own = layers.find(({ id }) => id === plateId)
  if (!own) return []
  const stack = [own]
  let [from, to] = [own.from, own.to]
  const rest = new Set(layers.filter((layer) => layer !== own))
  for (let grown = true; grown; ) {
    grown = false
    for (const layer of rest) {
      if (layer.from > to + AGAINST_MM || layer.to < from - AGAINST_MM) continue
      rest.delete(layer)
      stack.push(layer)
      from = Math.min(from, layer.from)
      to = Math.max(to, layer.to)
      grown = true
    }
  }
  return stack
}

/** Works out what every bolt goes through. */
export function boltingOf(
  records: ReadonlyMap<string, ProjectRecord>,
  members: readonly BuiltMember[],
  plates: readonly BuiltPlate[],
): Bolting {
  const all = ofKind('bolts', records)
  const holes = new Map<string, Hole[]>()
  if (all.length === 0) return { groups: [], holes }
  const index = new RBush<Item>().load(
    members.map((member): Item => {
      const places = coarseParts(member).flatMap((part) => part.flat())
      const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)]
      return { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys), member }
    }),
  )
  const groups = all.flatMap((bolts): BuiltBolts[] => {
    const on = plateOfBolts(bolts, records)
    const size = boltSize(bolts.size)
    if (!on || !size) return []
    const { out } = on.frame
    const each = holeMiddles(bolts).map((p): BuiltBolt => {
      const middle = placeIn(on.frame, p)
      const layers: Layer[] = []
      const [a, b] = [add3(middle, scale3(out, -REACH_MM)), add3(middle, scale3(out, REACH_MM))]
      const near = index.search({
        minX: Math.min(a.x, b.x) - 1,
        minY: Math.min(a.y, b.y) - 1,
        maxX: Math.max(a.x, b.x) + 1,
        maxY: Math.max(a.y, b.y) + 1,
      })
      for (const { member } of near)
        for (const part of coarseParts(member)) {
          const found = through(middle, out, part)
          if (found && found[1] > -REACH_MM && found[0] < REACH_MM)
            layers.push({ id: member.member.id, from: found[0], to: found[1] })
        }
      for (const { plate, frame, corners } of plates) {
        if (Math.abs(dot3(frame.out, out)) < 0.999) continue
        const at = seenFrom(frame, middle)
        if (!isInside(corners, at)) continue
        const way = dot3(frame.out, out)
        const off = -at.asideMm * way
        layers.push({ id: plate.id, from: off - plate.thicknessMm / 2, to: off + plate.thicknessMm / 2 })
      }
      const stack = stackAround(layers, bolts.plateId)
      const place = (t: number) => add3(middle, scale3(out, t))
      for (const layer of stack) {
        const made = { from: place(layer.from), to: place(layer.to), diameterMm: size.holeMm, boltsId: bolts.id, size }
        holes.set(layer.id, [...(holes.get(layer.id) ?? []), made])
      }
      const from = Math.min(0, ...stack.map((layer) => layer.from))
      const to = Math.max(0, ...stack.map((layer) => layer.to))
      return { middle, out, gripMm: to - from, from: place(from), to: place(to) }
    })
    const gripMm = Math.max(...each.map((bolt) => bolt.gripMm))
    return [{ bolts, size, each, lengthMm: boltLengthMm(gripMm, size) }]
  })
  return { groups, holes }
}

/** Head, shank and nut of every bolt, as prisms of six sides. */
export function hullOfBolts({ bolts, size, each, lengthMm }: BuiltBolts): Hull {
  const faces = each.flatMap(({ out, from, to }) => {
    const up = squareTo(out)
    const right = cross3(up, out)
    const prism = (at: Vector3, radius: number, height: number) => {
      const ring = Array.from({ length: 6 }, (_, i) => {
        const [cos, sin] = [Math.cos((i * Math.PI) / 3), Math.sin((i * Math.PI) / 3)]
        return add3(at, add3(scale3(right, radius * cos), scale3(up, radius * sin)))
      })
      const top = ring.map((p) => add3(p, scale3(out, height)))
      return [[...ring].reverse(), top, ...ring.map((p, i) => [p, ring[(i + 1) % 6]!, top[(i + 1) % 6]!, top[i]!])]
    }
    const corner = size.flatsMm / Math.sqrt(3)
    return [
      ...prism(to, corner, size.headMm),
      ...prism(add3(to, scale3(out, -lengthMm)), size.diameterMm / 2, lengthMm),
      ...prism(add3(from, scale3(out, -size.nutMm)), corner, size.nutMm),
    ]
  })
  return { id: bolts.id, kind: 'bolt', faces }
}
