import type { Hole } from '../../building/hole'
import type { BuiltMember } from '../../building/members'
import {
  add3,
  type Cuboid,
  cross3,
  dot3,
  type HalfSpace,
  scale3,
  squareTo,
  subtract3,
  type Vector3,
} from '../../geometry/space'
import { placeAlong } from '../../model/member/placing'
import type { MemberUse } from '../../model/member/schema'
import { propertiesOf } from '../../sections/properties'
import { type Ref, Typed, Word } from '../step/part21'
import { profileOf } from './profiles'
import { type IfcWriter, M2, M3 } from './writer'

/** The class of each use, its type's class, and what is said of it there. */
const CLASSES: Readonly<Record<MemberUse, readonly [entity: string, type: string, word: string, quantities: string]>> =
  {
    beam: ['IFCBEAM', 'IFCBEAMTYPE', 'BEAM', 'Qto_BeamBaseQuantities'],
    column: ['IFCCOLUMN', 'IFCCOLUMNTYPE', 'COLUMN', 'Qto_ColumnBaseQuantities'],
    brace: ['IFCMEMBER', 'IFCMEMBERTYPE', 'BRACE', 'Qto_MemberBaseQuantities'],
    rafter: ['IFCMEMBER', 'IFCMEMBERTYPE', 'RAFTER', 'Qto_MemberBaseQuantities'],
    purlin: ['IFCMEMBER', 'IFCMEMBERTYPE', 'PURLIN', 'Qto_MemberBaseQuantities'],
  }

const STUFF = { steel: 'Steel', timber: 'Timber' } as const

/** Where a member stands: its profile in x and y, extruded along z. */
interface Stand {
  readonly at: Vector3
  readonly x: Vector3
  readonly y: Vector3
  readonly z: Vector3
}

/** Extrusions turn like x, y and z; a section that does not, seen from the start, is extruded from the end. */
function standOf({ body: { placed, fromMm, lengthMm } }: BuiltMember): Stand {
  const { across, up, along } = placed
  const ahead = dot3(cross3(across, up), along) > 0
  const at = placeAlong(placed, { x: 0, y: 0 }, ahead ? fromMm : fromMm + lengthMm)
  return { at, x: across, y: up, z: ahead ? along : scale3(along, -1) }
}

const local = ({ at, x, y, z }: Stand, place: Vector3): Vector3 => {
  const from = subtract3(place, at)
  return { x: dot3(from, x), y: dot3(from, y), z: dot3(from, z) }
}

const localDirection = ({ x, y, z }: Stand, d: Vector3): Vector3 => ({ x: dot3(d, x), y: dot3(d, y), z: dot3(d, z) })

/** Cuts this far from square are cuts at an angle. */
const SQUARE = 1 - 1e-10

/** A solid less what lies outside of a plane. */
function clippedBy(file: IfcWriter, solid: Ref, { at, out }: HalfSpace, stand: Stand): Ref {
  const { data } = file
  const normal = localDirection(stand, out)
  const plane = data.add('IFCPLANE', file.turned(local(stand, at), normal, squareTo(normal)))
  // The half space lies where its normal points.
  const half = data.add('IFCHALFSPACESOLID', plane, false)
  return data.add('IFCBOOLEANCLIPPINGRESULT', new Word('DIFFERENCE'), solid, half)
}

/** A solid less a cuboid. */
function notchedBy(file: IfcWriter, solid: Ref, { middle, axes, halves }: Cuboid, stand: Stand): Ref {
  const { data } = file
  const [x, , z] = axes.map((axis) => localDirection(stand, axis)) as [Vector3, Vector3, Vector3]
  const foot = local(stand, add3(middle, scale3(axes[2], -halves[2])))
  const profile = data.add(
    'IFCRECTANGLEPROFILEDEF',
    new Word('AREA'),
    undefined,
    file.place2(0, 0),
    2 * halves[0],
    2 * halves[1],
  )
  const block = data.add(
    'IFCEXTRUDEDAREASOLID',
    profile,
    file.turned(foot, z, x),
    data.share('IFCDIRECTION', [0, 0, 1]),
    2 * halves[2],
  )
  return data.add('IFCBOOLEANRESULT', new Word('DIFFERENCE'), solid, block)
}

/** A member on its storey: its profile extruded, its ends clipped, notches cut out, holes as openings. */
export function writeMember(
  file: IfcWriter,
  built: BuiltMember,
  holes: readonly Hole[],
  storey: Ref,
  zeroMm: number,
  mark: string | undefined,
): Ref {
  const { data } = file
  const { member, body, massKg } = built
  const { placed, start, end, lengthMm, volumeMm3 } = body
  const { section } = placed
  const stand = standOf(built)
  const raised = file.near({ ...stand.at, z: stand.at.z - zeroMm })
  const place = data.add('IFCLOCALPLACEMENT', storey, file.turned(raised, stand.z, stand.x))
  const profile = profileOf(file, section)
  const extrusion = file.extrusion(profile, lengthMm)
  const slanted = [start.plane, end.plane].filter(({ out }) => Math.abs(dot3(out, placed.along)) < SQUARE)
  const clipped = slanted.reduce((solid, plane) => clippedBy(file, solid, plane, stand), extrusion)
  const notches = [...start.notches, ...end.notches]
  const solid = notches.reduce((rest, notch) => notchedBy(file, rest, notch, stand), clipped)
  const shape = file.shape(
    [solid],
    section.stuff === 'steel' ? 'Steel' : 'Timber',
    undefined,
    notches.length > 0 ? 'CSG' : slanted.length > 0 ? 'Clipping' : 'SweptSolid',
  )
  const [entity, typeEntity, word, quantities] = CLASSES[member.use]
  const ref = file.thing(
    entity,
    file.guid(member.id),
    { name: mark ?? section.name, kind: section.name },
    place,
    shape,
    mark,
    new Word(word),
  )
  file.ofType(typeOf(file, typeEntity, word, section.name), ref)
  material(file, built, profile, ref)
  const { areaMm2 } = propertiesOf(section.shape)
  file.quantities(ref, member.id, quantities, [
    ['IFCQUANTITYLENGTH', 'Length', lengthMm],
    ['IFCQUANTITYAREA', 'CrossSectionArea', areaMm2 / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', volumeMm3 / M3],
    ['IFCQUANTITYWEIGHT', 'NetWeight', massKg],
  ])
  file.properties(ref, member.id, `Pset_${word === 'BEAM' ? 'Beam' : word === 'COLUMN' ? 'Column' : 'Member'}Common`, [
    ['Reference', new Typed('IFCIDENTIFIER', section.name)],
  ])
  if (holes.length > 0) writeHoles(file, member.id, ref, holes, place, stand)
  return ref
}

function typeOf(file: IfcWriter, entity: string, word: string, name: string): Ref {
  const key = `${entity} ${word} ${name}`
  const made = file.types.get(key) ?? file.type(entity, file.guid(key), name, new Word(word))
  file.types.set(key, made)
  return made
}

/** What it is made of, with its profile. */
function material(file: IfcWriter, { member, body }: BuiltMember, profile: Ref, ref: Ref): void {
  const { data } = file
  const { section } = body.placed
  const stuff = STUFF[section.stuff]
  const key = `profile set ${stuff} ${section.name}`
  const made =
    file.types.get(key) ??
    data.add(
      'IFCMATERIALPROFILESET',
      section.name,
      undefined,
      [data.add('IFCMATERIALPROFILE', section.name, undefined, file.material(stuff), profile, undefined, undefined)],
      undefined,
    )
  file.types.set(key, made)
  const usage = data.add('IFCMATERIALPROFILESETUSAGE', made, undefined, undefined)
  file.relation('IFCRELASSOCIATESMATERIAL', file.guid(member.id, 'material'), [ref], usage)
}

/** Holes for bolts, as one opening. */
function writeHoles(file: IfcWriter, id: string, member: Ref, holes: readonly Hole[], place: Ref, stand: Stand): void {
  const { data } = file
  const solids = holes.map(({ from, to, diameterMm }) => {
    const [a, b] = [local(stand, from), local(stand, to)]
    const depth = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)
    const along = scale3(subtract3(b, a), 1 / depth)
    const profile = data.add('IFCCIRCLEPROFILEDEF', new Word('AREA'), undefined, file.place2(0, 0), diameterMm / 2)
    return data.add(
      'IFCEXTRUDEDAREASOLID',
      profile,
      file.turned(a, along, squareTo(along)),
      data.share('IFCDIRECTION', [0, 0, 1]),
      depth,
    )
  })
  const own = data.add('IFCLOCALPLACEMENT', place, file.place3(0, 0, 0))
  const opening = file.thing(
    'IFCOPENINGELEMENT',
    file.guid(id, 'holes'),
    'Holes',
    own,
    file.shape(solids, null),
    undefined,
    new Word('OPENING'),
  )
  file.relation('IFCRELVOIDSELEMENT', file.guid(id, 'drilled'), member, opening)
}
