import RBush from 'rbush'
import type { BuiltBolts } from '../building/bolts'
import type { Building } from '../building/building'
import { type BuiltMember, coarseParts } from '../building/members'
import { type BuiltPlate, convexPartsOfPlate, holesInPlate } from '../building/plates'
import { edgeRule, pitchRule, timberRules } from '../fasteners/sizes'
import type { Box } from '../geometry/box'
import { distanceTo } from '../geometry/piece/measure'
import { segment } from '../geometry/piece/piece'
import { add3, distance3, dot3, scale3, seenFrom, subtract3, type Vector3 } from '../geometry/space'
import { distance } from '../geometry/vector'
import type { MemberEnd } from '../model/member/schema'
import { sizeOf } from '../sections/shape'
import { type ConvexSolid, sharedVolume } from '../solid/convex'

/** Something about a frame that wants a look. */
export interface FrameFinding {
  readonly kind: 'clash' | 'doubled' | 'apart' | 'joint' | 'loose' | 'edge' | 'pitch'
  readonly ids: readonly string[]
  /** By how much: cubic millimetres of a clash, else millimetres; the worst first. */
  readonly amount: number
  /** What a rule asks for, with where it stands. */
  readonly rule?: { readonly leastMm: number; readonly words: string }
  /** Why an end can't be fitted. */
  readonly problem?: string
}

/** Two solids that share less than a cubic centimetre touch. */
const TOUCH_MM3 = 1000
/** Ends nearer than this to another's line were meant to meet it. */
const NEAR_MM = 60
/** Ends nearer than this do. */
const MEETS_MM = 1

interface Item extends Box {
  readonly low: number
  readonly high: number
  readonly built: BuiltMember
}

function itemOf(built: BuiltMember): Item {
  let [minX, minY, low, maxX, maxY, high] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity]
  for (const part of coarseParts(built))
    for (const face of part)
      for (const { x, y, z } of face) {
        minX = Math.min(minX, x)
        maxX = Math.max(maxX, x)
        minY = Math.min(minY, y)
        maxY = Math.max(maxY, y)
        low = Math.min(low, z)
        high = Math.max(high, z)
      }
  return { minX, minY, maxX, maxY, low, high, built }
}

/** Pairs of members whose boxes overlap, grown by so much; each once. */
function pairs(items: readonly Item[], tree: RBush<Item>, reachMm = 0): (readonly [BuiltMember, BuiltMember])[] {
  const order = new Map(items.map((item, i) => [item, i]))
  return items.flatMap((item, i) =>
    tree
      .search({
        minX: item.minX - reachMm,
        minY: item.minY - reachMm,
        maxX: item.maxX + reachMm,
        maxY: item.maxY + reachMm,
      })
      .filter((other) => order.get(other)! > i && other.low < item.high + reachMm && other.high > item.low - reachMm)
      .map((other) => [item.built, other.built] as const),
  )
}

/** Everything about frames that wants a look; the worst of each kind first. */
export function frameFindings(building: Building): FrameFinding[] {
  const { members, plates, bolting } = building
  const items = members.map(itemOf)
  const tree = new RBush<Item>().load([...items])
  const near = pairs(items, tree)
  const doubled = near.flatMap(([a, b]) => (areDoubled(a, b) ? [[a.member.id, b.member.id]] : []))
  const twice = new Set(doubled.map((ids) => ids.join(' ')))
  const found: FrameFinding[] = [
    ...near.flatMap(([a, b]) => clash(a, b)).filter(({ ids }) => !twice.has(ids.join(' '))),
    ...doubled.map((ids): FrameFinding => ({ kind: 'doubled', ids, amount: 0 })),
    ...pairs(items, tree, NEAR_MM).flatMap(([a, b]) => apart(a, b)),
    ...members.flatMap(unfitted),
    ...plates.flatMap((plate) => plateClashes(plate, tree)),
    ...bolting.groups.flatMap((group) => loose(group, plates)),
    ...plates.flatMap((plate) => drilling(plate, building)),
    ...members.flatMap((member) => drillingOf(member, building)),
    ...bolting.groups.flatMap(({ bolts, size, each }) => {
      const rule = pitchRule(size)
      const least = each
        .flatMap((a, i) => each.slice(i + 1).map((b) => distance3(a.middle, b.middle)))
        .reduce((low, d) => Math.min(low, d), Infinity)
      return least < rule.leastMm - 1e-6
        ? [
            {
              kind: 'pitch' as const,
              ids: [bolts.id],
              amount: least,
              rule: { leastMm: rule.leastMm, words: rule.rule },
            },
          ]
        : []
    }),
  ]
  const kinds = ['clash', 'doubled', 'joint', 'apart', 'loose', 'edge', 'pitch']
  return found.sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind) || b.amount - a.amount)
}

const boxes = new WeakMap<ConvexSolid, readonly [Vector3, Vector3]>()

/** The box around a part, kept with it. */
function boxOfPart(part: ConvexSolid): readonly [Vector3, Vector3] {
  const known = boxes.get(part)
  if (known) return known
  const low = { x: Infinity, y: Infinity, z: Infinity }
  const high = { x: -Infinity, y: -Infinity, z: -Infinity }
  for (const face of part)
    for (const p of face)
      for (const axis of ['x', 'y', 'z'] as const) {
        low[axis] = Math.min(low[axis], p[axis])
        high[axis] = Math.max(high[axis], p[axis])
      }
  const made = [low, high] as const
  boxes.set(part, made)
  return made
}

const apartAlong = (p: readonly [Vector3, Vector3], q: readonly [Vector3, Vector3], axis: 'x' | 'y' | 'z'): boolean =>
  p[0][axis] >= q[1][axis] || q[0][axis] >= p[1][axis]

/** The volume in which two members stand in one another. */
function clash(a: BuiltMember, b: BuiltMember): FrameFinding[] {
  const shared = sharedBetween(coarseParts(a), coarseParts(b))
  return shared > TOUCH_MM3 ? [{ kind: 'clash', ids: [a.member.id, b.member.id], amount: shared }] : []
}

function sharedBetween(some: readonly ConvexSolid[], others: readonly ConvexSolid[]): number {
  let shared = 0
  for (const p of some)
    for (const q of others) {
      const [one, two] = [boxOfPart(p), boxOfPart(q)]
      if (apartAlong(one, two, 'x') || apartAlong(one, two, 'y') || apartAlong(one, two, 'z')) continue
      shared += sharedVolume(p, q)
    }
  return shared
}

/** The volumes in which a plate stands in members, instead of lying against them. */
function plateClashes(built: BuiltPlate, tree: RBush<Item>): FrameFinding[] {
  const parts = convexPartsOfPlate(built)
  const corners = parts.flat(2)
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  const box = { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) }
  return tree.search(box).flatMap(({ built: { member }, built: other }): FrameFinding[] => {
    const amount = sharedBetween(parts, coarseParts(other))
    return amount > TOUCH_MM3 ? [{ kind: 'clash', ids: [built.plate.id, member.id], amount }] : []
  })
}

/** Bolts that go through one thing alone hold nothing to it: what they should go through lies elsewhere. */
function loose({ bolts, each }: BuiltBolts, plates: readonly BuiltPlate[]): FrameFinding[] {
  const plate = plates.find((built) => built.plate.id === bolts.plateId)?.plate
  const alone = plate ? each.filter(({ gripMm }) => gripMm <= plate.thicknessMm + MEETS_MM).length : 0
  return alone > 0 ? [{ kind: 'loose', ids: [bolts.id, bolts.plateId], amount: alone }] : []
}

function areDoubled(
  { member: a, body: { placed: p } }: BuiltMember,
  { member: b, body: { placed: q } }: BuiltMember,
): boolean {
  if (a.sectionId !== b.sectionId) return false
  const same = distance3(p.start, q.start) < MEETS_MM && distance3(p.end, q.end) < MEETS_MM
  return same || (distance3(p.start, q.end) < MEETS_MM && distance3(p.end, q.start) < MEETS_MM)
}

/** How far a place lies from the traced line of a member. */
function offLine({ body: { placed } }: BuiltMember, place: Vector3): number {
  const from = subtract3(place, placed.start)
  const t = Math.max(0, Math.min(placed.lengthMm, dot3(from, placed.along)))
  return distance3(place, add3(placed.start, scale3(placed.along, t)))
}

/** Ends that come near another's line without meeting it, where they are not fitted to it. */
function apart(a: BuiltMember, b: BuiltMember): FrameFinding[] {
  const check = (one: BuiltMember, other: BuiltMember): FrameFinding[] =>
    (['start', 'end'] as const).flatMap((end: MemberEnd) => {
      const joint = end === 'start' ? one.member.startJoint : one.member.endJoint
      if (joint) return []
      const off = offLine(other, one.body.placed[end])
      return off > MEETS_MM && off < NEAR_MM
        ? [{ kind: 'apart' as const, ids: [one.member.id, other.member.id], amount: off }]
        : []
    })
  // Lines that run beside one another are not meant to meet.
  if (Math.abs(dot3(a.body.placed.along, b.body.placed.along)) > 0.999) return []
  return [...check(a, b), ...check(b, a)]
}

function unfitted({ member, body }: BuiltMember): FrameFinding[] {
  return (['start', 'end'] as const).flatMap((end) => {
    const { problem } = body[end]
    return problem ? [{ kind: 'joint' as const, ids: [member.id], amount: 0, problem }] : []
  })
}

/** Holes of a member that come too near a side of what they go through, or its end. */
function drillingOf({ member, body }: BuiltMember, { bolting }: Building): FrameFinding[] {
  const { placed, fromMm, lengthMm } = body
  const { widthMm, heightMm } = sizeOf(placed.section.shape)
  const worst = new Map<string, FrameFinding>()
  for (const { from, to, boltsId, size } of bolting.holes.get(member.id) ?? []) {
    const middle = subtract3(scale3(add3(from, to), 1 / 2), placed.origin)
    const through = subtract3(to, from)
    // What runs upwards goes through flanges, between their sides; what runs across goes through a web.
    const upwards = Math.abs(dot3(through, placed.up)) > Math.abs(dot3(through, placed.across))
    const sideMm = upwards
      ? widthMm / 2 - Math.abs(dot3(middle, placed.across))
      : heightMm / 2 - Math.abs(dot3(middle, placed.up))
    const along = dot3(middle, placed.along) - fromMm
    const steel = edgeRule(size)
    const rules = placed.section.stuff === 'timber' ? timberRules(size) : { side: steel, end: steel }
    for (const [amount, { leastMm, rule }] of [
      [sideMm, rules.side],
      [Math.min(along, lengthMm - along), rules.end],
    ] as const) {
      const known = worst.get(boltsId)
      if (amount < leastMm - 1e-6 && (!known || amount < known.amount))
        worst.set(boltsId, { kind: 'edge', ids: [member.id, boltsId], amount, rule: { leastMm, words: rule } })
    }
  }
  return [...worst.values()]
}

/** Holes of a plate that come too near its edge. */
function drilling(built: BuiltPlate, { bolting }: Building): FrameFinding[] {
  const { plate, corners, frame } = built
  return bolting.groups.flatMap(({ bolts, size, each }): FrameFinding[] => {
    const own = bolting.holes.get(plate.id) ?? []
    const rule = edgeRule(size)
    const drilled = holesInPlate(built, own).filter((hole) =>
      each.some(({ middle }) => distance(seenFrom(frame, middle), hole) < 1),
    )
    const least = drilled
      .flatMap((hole) => corners.map((p, i) => distanceTo(segment(p, corners[(i + 1) % corners.length]!), hole)))
      .reduce((low, d) => Math.min(low, d), Infinity)
    return least < rule.leastMm - 1e-6
      ? [{ kind: 'edge', ids: [plate.id, bolts.id], amount: least, rule: { leastMm: rule.leastMm, words: rule.rule } }]
      : []
  })
}
