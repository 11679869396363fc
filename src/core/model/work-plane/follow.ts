import { type Affine, IDENTITY } from '../../geometry/affine'
import type { Edit } from '../change/change'
import type { Joint, Member } from '../member/schema'
import { memberShape } from '../member/shape'
import type { ProjectRecord } from '../registry'
import { surroundingsOf } from '../shapes'
import { frameOfPlane } from './frame'
import { type WorkPlane, workPlaneOf, workPlanesOf } from './schema'

type Records = ReadonlyMap<string, ProjectRecord>
type After = Omit<Edit, 'before'>

/** Left and right of a plane changed about a place across it. */
const mirrorAt = (xMm: number): Affine => [-1, 0, 0, 1, 2 * xMm, 0]

/** A member as it stands on another plane, which may be mirrored. */
export function onPlane(member: Member, from: WorkPlane, to: WorkPlane, mirroredAtMm?: number): Member {
  const map = mirroredAtMm === undefined ? IDENTITY : mirrorAt(mirroredAtMm)
  const around = surroundingsOf(
    new Map<string, ProjectRecord>([[from.id, from]]),
    { unit: 'mm', precision: 1 },
    frameOfPlane(from),
  )
  const image = mirroredAtMm === undefined ? member : memberShape.mapped(member, map, around)
  return { ...image, levelId: to.id }
}

/** Ends that are fitted to what is copied as well are fitted to its copy. */
function withJoints(member: Member, idOf: (id: string) => string): Member {
  const rejoined = (joint: Joint | undefined) => joint && { ...joint, to: idOf(joint.to) }
  const { startJoint, endJoint, ...rest } = member
  const [start, end] = [rejoined(startJoint), rejoined(endJoint)]
  return { ...rest, ...(start && { startJoint: start }), ...(end && { endJoint: end }) }
}

/** Copies of members on another plane; linked ones name what they are copies of. */
export function copiesOn(
  members: readonly Member[],
  from: WorkPlane,
  to: WorkPlane,
  { linked, mirroredAtMm }: { readonly linked: boolean; readonly mirroredAtMm?: number | undefined },
  newId: () => string,
): Member[] {
  const ids = new Map(members.map(({ id }) => [id, newId()]))
  const idOf = (id: string) => ids.get(id) ?? id
  return members.map((member) => {
    const { copyOf: _, ...image } = onPlane(member, from, to, mirroredAtMm)
    return { ...withJoints(image, idOf), id: idOf(member.id), ...(linked && { copyOf: member.id }) }
  })
}

/** The members traced on a plane. */
export const membersOn = (planeId: string, records: Records): Member[] =>
  [...records.values()].filter((record): record is Member => record.kind === 'member' && record.levelId === planeId)

/** A member that follows another one, on a plane that follows. */
const follows = (record: ProjectRecord | undefined, records: Records): record is Member =>
  record?.kind === 'member' && record.copyOf !== undefined && !!workPlaneOf(record.levelId, records)?.follows

/** What a change comes to where planes follow others. */
export interface WithFollowers {
  readonly edits: readonly After[]
  /** Members that can't be changed by themselves, since they follow others. */
  readonly refused: number
}

/** A change with what it does to planes that follow: their members become what those that they follow are. */
export function withFollowers(edits: readonly After[], records: Records, newId: () => string): WithFollowers {
  const leading = new Map<string, WorkPlane[]>()
  for (const plane of workPlanesOf(records))
    if (plane.follows) leading.set(plane.follows, [...(leading.get(plane.follows) ?? []), plane])
  if (leading.size === 0) return { edits, refused: 0 }
  const own = edits.filter(({ id, after }) => {
    const before = records.get(id)
    return !follows(before, records) || (after?.kind === 'member' && after.copyOf === undefined)
  })
  const after = new Map(own.map((edit) => [edit.id, edit.after]))
  const planeAfter = (id: string) => {
    const changed = after.get(id)
    return changed === undefined ? workPlaneOf(id, records) : changed?.kind === 'work-plane' ? changed : null
  }
  const copies = new Map<string, Member[]>()
  for (const record of records.values())
    if (follows(record, records)) copies.set(record.copyOf!, [...(copies.get(record.copyOf!) ?? []), record])
  const derived = new Map<string, Map<string, string>>()
  /** The id that a member has on a plane that follows. */
  const idOn = (planeId: string, id: string): string | undefined =>
    copies.get(id)?.find(({ levelId }) => levelId === planeId)?.id ?? derived.get(planeId)?.get(id)
  const touched = own.flatMap((edit) => {
    const [was, is] = [records.get(edit.id), edit.after]
    const member = is?.kind === 'member' ? is : was?.kind === 'member' ? was : null
    const planes = member ? (leading.get(was?.kind === 'member' ? was.levelId : member.levelId) ?? []) : []
    return planes.map((plane) => ({ edit, plane: planeAfter(plane.id) }))
  })
  for (const { edit, plane } of touched)
    if (
      plane?.follows &&
      edit.after?.kind === 'member' &&
      edit.after.levelId === plane.follows &&
      !idOn(plane.id, edit.id)
    )
      derived.set(plane.id, (derived.get(plane.id) ?? new Map<string, string>()).set(edit.id, newId()))
  const following = touched.flatMap(({ edit, plane }): After[] => {
    if (!plane?.follows) return []
    const id = idOn(plane.id, edit.id)
    const lead = planeAfter(plane.follows)
    if (!id || !lead) return []
    const member = edit.after
    if (member?.kind !== 'member' || member.levelId !== plane.follows) return [{ id, after: null }]
    const { copyOf: _, ...image } = onPlane(member, lead, plane, plane.mirroredAtMm)
    return [{ id, after: { ...withJoints(image, (to) => idOn(plane.id, to) ?? to), id, copyOf: member.id } }]
  })
  return { edits: [...own, ...following], refused: edits.length - own.length }
}
