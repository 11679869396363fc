import { type Chain, chainOf, ringChain } from '../../draft/chain'
import { type Affine, apply } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import { type Segment, segment } from '../../geometry/piece/piece'
import { doubleArea } from '../../geometry/polygon'
import {
  add3,
  dot3,
  type Frame,
  placeIn,
  pointSeen,
  scale3,
  seenFrom,
  subtract3,
  unit3,
  type Vector3,
} from '../../geometry/space'
import { distance, type Point } from '../../geometry/vector'
import type { ElementKind, Surroundings } from '../shape'
import { frameOf } from '../work-plane/frame'
import { bodyOf, endRings, type MemberBody } from './body'
import { lineOf, placedMember, turnFor } from './placing'
import { type Member, memberSchema } from './schema'

/** Corners of an outline that turn by more than this are edges that are drawn. */
const SHARP_COSINE = 0.94
/** A line shorter than this is seen end on. */
const END_ON_MM = 0.5

interface Seen {
  readonly line: Chain | null
  readonly edges: readonly Chain[]
  readonly ends: readonly Chain[]
  readonly depth: { readonly from: number; readonly to: number }
}

/** What was seen of a member last, for as long as neither it nor the plane that is looked at is another one. */
const kept = new WeakMap<
  Member,
  { readonly frame: Frame; readonly own: Frame; readonly body: unknown; readonly seen: Seen }
>()

/** A member in the plane that is looked at: its traced line, and what is seen of its body. */
function seenOf(member: Member, { records, frame }: Surroundings): Seen {
  const own = frameOf(member.levelId, records)
  const body = bodyOf(member, records)
  const known = kept.get(member)
  if (known && known.frame === frame && known.own === own && known.body === body) return known.seen
  const { start, end } = lineOf(member, own)
  const [a, b] = [seenFrom(frame, start), seenFrom(frame, end)]
  const line = distance(a, b) > END_ON_MM ? chainOf([segment(plain(a), plain(b))]) : null
  const seen = { line, ...(body ? edgesSeen(body, frame) : { edges: [], ends: [], depth: depthOf([a, b]) }) }
  kept.set(member, { frame, own, body, seen })
  return seen
}

const depthOf = (places: readonly { readonly asideMm: number }[]) =>
  places.reduce(({ from, to }, { asideMm }) => ({ from: Math.min(from, asideMm), to: Math.max(to, asideMm) }), {
    from: Infinity,
    to: -Infinity,
  })

function edgesSeen(body: MemberBody, frame: Frame): Omit<Seen, 'line'> {
  const rings = endRings(body)
  const [foot, top] = [rings.start.map((p) => seenFrom(frame, p)), rings.end.map((p) => seenFrom(frame, p))]
  const count = foot.length
  const view = frame.out
  // Faces between corners look towards the eye or away from it; where that changes an edge is seen.
  const facing = rings.start.map((p, i) => dot3(outOf(body, p, rings.start[(i + 1) % count]!), view))
  const drawn: Segment[] = []
  for (let i = 0; i < count; i++) {
    const [before, after] = [facing[(i + count - 1) % count]!, facing[i]!]
    const [p, q, r] = [rings.start[(i + count - 1) % count]!, rings.start[i]!, rings.start[(i + 1) % count]!]
    if (before >= 0 === after >= 0 && cosine(p, q, r) > SHARP_COSINE) continue
    const [a, b] = [foot[i]!, top[i]!]
    if (
      distance(a, b) < END_ON_MM ||
      drawn.some(({ start, end }) => distance(start, a) < SAME_MM && distance(end, b) < SAME_MM)
    )
      continue
    drawn.push(segment(plain(a), plain(b)))
  }
  return {
    edges: drawn.map((edge) => chainOf([edge])),
    ends: [foot, top].map(endSeen),
    depth: depthOf([...foot, ...top]),
  }
}

/** Edges that are seen within this of one another are one, in millimetres. */
const SAME_MM = 0.1

/** The outline of an end as it is seen: from the side it is a line. */
function endSeen(ring: readonly Point[]): Chain {
  if (Math.abs(doubleArea(ring)) > FLAT_MM2) return ringChain(ring.map(plain))
  const far = (from: Point) => ring.reduce((best, p) => (distance(p, from) > distance(best, from) ? p : best))
  const start = far(ring[0]!)
  return chainOf([segment(plain(start), plain(far(start)))])
}

/** Twice the area below which an outline is seen from the side. */
const FLAT_MM2 = 1

const plain = ({ x, y }: Point): Point => ({ x, y })

/** Out of the side over an edge of the section, of no particular length. */
function outOf({ placed }: MemberBody, a: Vector3, b: Vector3): Vector3 {
  const d = { x: b.x - a.x, y: b.y - a.y, z: b.z - a.z }
  const [x, y] = [dot3(d, placed.across), dot3(d, placed.up)]
  return add3(scale3(placed.across, y), scale3(placed.up, -x))
}

function cosine(a: Vector3, b: Vector3, c: Vector3): number {
  const [d, e] = [
    { x: b.x - a.x, y: b.y - a.y, z: b.z - a.z },
    { x: c.x - b.x, y: c.y - b.y, z: c.z - b.z },
  ]
  return dot3(d, e) / Math.max(1e-12, Math.hypot(d.x, d.y, d.z) * Math.hypot(e.x, e.y, e.z))
}

/** The image of a member under a map of the plane that is looked at: how far it lies out of that stays, and its section keeps its sides. */
function imageOf(member: Member, map: Affine, { records, frame: looked }: Surroundings): Member {
  const own = frameOf(member.levelId, records)
  const line = lineOf(member, own)
  const move = (place: Vector3): Vector3 => {
    const at = seenFrom(looked, place)
    return placeIn(looked, apply(map, at), at.asideMm)
  }
  const [start, end] = [move(line.start), move(line.end)]
  const along = unit3(subtract3(end, start))
  const placed = placedMember(member, records)
  if (!along) return member
  const over = mirrors(map)
  const turnRad = placed ? turnFor(along, own, subtract3(move(add3(line.start, placed.up)), start)) : member.turnRad
  return {
    ...member,
    ...traced(seenFrom(own, start), seenFrom(own, end)),
    turnRad: Math.abs(turnRad) < 1e-12 ? 0 : turnRad,
    mirrored: over ? !member.mirrored : member.mirrored,
  }
}

type PlaceSeen = ReturnType<typeof seenFrom>

const traced = (start: PlaceSeen, end: PlaceSeen) => ({
  start: plain(start),
  end: plain(end),
  startAsideMm: start.asideMm,
  endAsideMm: end.asideMm,
})

export const memberShape: ElementKind<Member> = {
  dxfLayer: ({ use }) => (use === 'beam' ? 'S-BEAM' : use === 'column' ? 'S-COLS' : 'S-FRAM'),
  printGroup: 'Members',
  schema: memberSchema,
  word: 'member',
  pen: { color: '#123f43', line: 'full', weightMm: 0.3 },
  caught: true,
  line: false,
  depth: (member, around) => seenOf(member, around).depth,
  chains: (member, around) => {
    const { line, edges, ends } = seenOf(member, around)
    return [...(line ? [line] : []), ...edges, ...ends]
  },
  fills: (member, around) =>
    // Where it is seen end on its section is filled.
    seenOf(member, around).ends.filter(({ closed }) => closed),
  spots: (member, { records, frame }) => {
    const { start, end } = lineOf(member, frameOf(member.levelId, records))
    return [start, end].map((place) => ({ word: 'centre' as const, at: pointSeen(frame, place) }))
  },
  grips: (member, { records, frame }) => {
    const { start, end } = lineOf(member, frameOf(member.levelId, records))
    return [pointSeen(frame, start), pointSeen(frame, end)]
  },
  withGrip: (member, index, to, { records, frame }) => {
    const own = frameOf(member.levelId, records)
    const { start, end } = lineOf(member, own)
    const { asideMm } = seenFrom(frame, index === 0 ? start : end)
    const at = seenFrom(own, placeIn(frame, to, asideMm))
    return index === 0
      ? { ...member, start: plain(at), startAsideMm: at.asideMm }
      : { ...member, end: plain(at), endAsideMm: at.asideMm }
  },
  // Without surroundings its own plane is looked at, of which nothing is known: its section stays as it is.
  mapped: (member, map, around) =>
    around ? imageOf(member, map, around) : { ...member, start: apply(map, member.start), end: apply(map, member.end) },
  renamed: (member, idOf) => {
    const { startJoint, endJoint, copyOf: _, ...own } = member
    return {
      ...own,
      ...(startJoint && { startJoint: { ...startJoint, to: idOf(startJoint.to) } }),
      ...(endJoint && { endJoint: { ...endJoint, to: idOf(endJoint.to) } }),
    }
  },
  needs: ({ levelId, sectionId, startJoint, endJoint }) => [
    levelId,
    sectionId,
    ...[startJoint, endJoint].flatMap((joint) => (joint ? [joint.to] : [])),
  ],
}

/** Where the start and the end of a member are seen. */
export const endMarks = (member: Member, around: Surroundings): readonly Point[] => memberShape.grips(member, around)
