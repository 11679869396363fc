import type { Vector3 } from '../geometry/space'
import {
  bodyOf,
  convexParts,
  cornersOfSection,
  type Fineness,
  type MemberBody,
  ringsOfSection,
  trianglesOfSection,
} from '../model/member/body'
import { cutAlong } from '../model/member/ends'
import { placeAlong } from '../model/member/placing'
import type { Member } from '../model/member/schema'
import type { ProjectRecord } from '../model/registry'
import { convexRings } from '../sections/convex-rings'
import type { Stuff } from '../sections/section'
import type { ConvexSolid } from '../solid/convex'
import type { Hull } from './hull'

/** Kilograms in a cubic metre: steel (EN 1991-1-1, table A.4), softwood of class C24 on average (EN 338). */
export const DENSITY_KG_PER_M3: Readonly<Record<Stuff, number>> = { steel: 7850, timber: 420 }

/** What a member weighs, before it is drilled. */
export const massOf = ({ volumeMm3, placed }: MemberBody): number =>
  (volumeMm3 / 1e9) * DENSITY_KG_PER_M3[placed.section.stuff]

/** A member as it is built. */
export interface BuiltMember {
  readonly member: Member
  readonly body: MemberBody
  readonly massKg: number
}

const kept = new WeakMap<MemberBody, BuiltMember>()

/** Every member of which something is left once its ends are fitted. */
export function builtMembers(records: ReadonlyMap<string, ProjectRecord>): BuiltMember[] {
  const built: BuiltMember[] = []
  for (const record of records.values()) {
    if (record.kind !== 'member') continue
    const body = bodyOf(record, records)
    if (!body) continue
    const known = kept.get(body)
    const made = known ?? { member: record, body, massKg: massOf(body) }
    if (!known) kept.set(body, made)
    built.push(made)
  }
  return built
}

const hulls: Readonly<Record<Fineness, WeakMap<BuiltMember, Hull>>> = { fine: new WeakMap(), coarse: new WeakMap() }

/** The surface of a member. */
export function hullOf(built: BuiltMember, fineness: Fineness = 'fine'): Hull {
  const known = hulls[fineness].get(built)
  if (known) return known
  const { member, body } = built
  const made: Hull = { id: member.id, kind: body.placed.section.stuff, faces: facesOf(built, fineness) }
  hulls[fineness].set(built, made)
  return made
}

function facesOf(built: BuiltMember, fineness: Fineness): readonly (readonly Vector3[])[] {
  const { body } = built
  const { placed, start, end } = body
  if (start.notches.length + end.notches.length > 0)
    return (fineness === 'fine' ? convexParts(body) : coarseParts(built)).flat()
  const { shape } = placed.section
  const at = (plane: typeof start.plane) => (p: { x: number; y: number }) =>
    placeAlong(placed, p, cutAlong(placed, plane, p))
  const [foot, top] = [at(start.plane), at(end.plane)]
  const [caps, rings] =
    fineness === 'fine'
      ? [trianglesOfSection(shape), ringsOfSection(shape)]
      : [convexRings(shape), [cornersOfSection(shape)]]
  const faces = [
    ...caps.flatMap((cap) => [cap.map(foot), cap.map(top).reverse()]),
    ...rings.flatMap((ring) =>
      ring.map((p, i) => {
        const q = ring[(i + 1) % ring.length]!
        return [foot(q), foot(p), top(p), top(q)]
      }),
    ),
  ]
  // Seen from the start the outline runs anticlockwise, unless it is mirrored.
  return placed.member.mirrored ? faces.map((face) => [...face].reverse()) : faces
}

const coarse = new WeakMap<BuiltMember, readonly ConvexSolid[]>()

/** A member as few convex parts: fillets left out, round ones by twelve sides. What clashes and is drilled is worked out with these. */
export function coarseParts(built: BuiltMember): readonly ConvexSolid[] {
  const known = coarse.get(built)
  if (known) return known
  const made = convexParts(built.body, 'coarse')
  coarse.set(built, made)
  return made
}
