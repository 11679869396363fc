import { type Affine, IDENTITY } from '../../geometry/affine'
import type { Bolts } from '../bolts/schema'
import type { Edit } from '../change/change'
import type { Member } from '../member/schema'
import type { Plate } from '../plate/schema'
import type { ProjectRecord } from '../registry'
import { kindOf, surroundingsOf } from '../shapes'
import { frameOfPlane } from './frame'
import { type WorkPlane, workPlaneOf, workPlanesOf } from './schema'

type Records = ReadonlyMap<string, ProjectRecord>
type After = Omit<Edit, 'before'>

/** What a frame is made of: it is copied from plane to plane. */
export type Framed = Member | Plate | Bolts

export const isFramed = (record: ProjectRecord | null | undefined): record is Framed =>
  record?.kind === 'member' || record?.kind === 'plate' || record?.kind === 'bolts'

/** Left and right of a plane changed about a place across it. */
const mirrorAt = (xMm: number): Affine => [-1, 0, 0, 1, 2 * xMm, 0]

/** Something as it stands on another plane, which may be mirrored, fitted to what stands there. */
function onPlane(
  framed: Framed,
  from: WorkPlane,
  to: WorkPlane,
  mirroredAtMm: number | undefined,
  records: Records,
  idOf: (id: string) => string,
): Framed {
  const kind = kindOf(framed)
  const map = mirroredAtMm === undefined ? IDENTITY : mirrorAt(mirroredAtMm)
  const around = surroundingsOf(records, { unit: 'mm', precision: 1 }, frameOfPlane(from))
  const image = mirroredAtMm === undefined ? framed : kind.mapped(framed, map, around)
  return { ...(kind.renamed?.(image, idOf) ?? image), levelId: to.id }
}

/** Copies of what stands on a plane, on another one; linked ones name what they are copies of. */
export function copiesOn(
  all: readonly Framed[],
  from: WorkPlane,
  to: WorkPlane,
  { linked, mirroredAtMm }: { readonly linked: boolean; readonly mirroredAtMm?: number | undefined },
  newId: () => string,
): Framed[] {
  const records = new Map<string, ProjectRecord>([from, ...all].map((record) => [record.id, record]))
  const ids = new Map(all.map(({ id }) => [id, newId()]))
  const idOf = (id: string) => ids.get(id) ?? id
  return all.map((framed) => ({
    ...onPlane(framed, from, to, mirroredAtMm, records, idOf),
    id: idOf(framed.id),
    ...(linked && { copyOf: framed.id }),
  }))
}

/** What stands on a plane, as it was traced there. */
export const framedOn = (planeId: string, records: Records): Framed[] =>
  [...records.values()].filter(isFramed).filter(({ levelId }) => levelId === planeId)

/** What follows something else, on a plane that follows. */
const follows = (record: ProjectRecord | undefined, records: Records): record is Framed =>
  isFramed(record) && record.copyOf !== undefined && !!workPlaneOf(record.levelId, records)?.follows

/** What a change comes to where planes follow others. */
export interface WithFollowers {
  readonly edits: readonly After[]
  /** How many of them can't be, since they would change what follows something else. */
  readonly refused: number
}

/** A change with what it does to planes that follow: what stands there becomes what it follows. */
export function withFollowers(edits: readonly After[], records: Records, newId: () => string): WithFollowers {
  const leading = new Map<string, WorkPlane[]>()
  for (const plane of workPlanesOf(records))
    if (plane.follows) leading.set(plane.follows, [...(leading.get(plane.follows) ?? []), plane])
  if (leading.size === 0) return { edits, refused: 0 }
  const own = edits.filter(
    ({ id, after }) => !follows(records.get(id), records) || (isFramed(after) && after.copyOf === undefined),
  )
  const after = new Map(own.map((edit) => [edit.id, edit.after]))
  const planeAfter = (id: string) => {
    const changed = after.get(id)
    return changed === undefined ? workPlaneOf(id, records) : changed?.kind === 'work-plane' ? changed : null
  }
  const copies = new Map<string, Framed[]>()
  for (const record of records.values())
    if (follows(record, records)) copies.set(record.copyOf!, [...(copies.get(record.copyOf!) ?? []), record])
  const derived = new Map<string, Map<string, string>>()
  // Copies that come with the change itself, as where a past state is brought back, are not made twice.
  for (const { after: made } of own)
    if (isFramed(made) && made.copyOf !== undefined)
      derived.set(made.levelId, (derived.get(made.levelId) ?? new Map<string, string>()).set(made.copyOf, made.id))
  /** The id that something has on a plane that follows. */
  const idOn = (planeId: string, id: string): string | undefined =>
    copies.get(id)?.find(({ levelId }) => levelId === planeId)?.id ?? derived.get(planeId)?.get(id)
  const touched = own.flatMap((edit) => {
    const was = records.get(edit.id)
    const led = isFramed(was) ? was.levelId : isFramed(edit.after) ? edit.after.levelId : null
    return (led === null ? [] : (leading.get(led) ?? [])).map((plane) => ({ edit, plane: planeAfter(plane.id) }))
  })
  for (const { edit, plane } of touched)
    if (plane?.follows && isFramed(edit.after) && edit.after.levelId === plane.follows && !idOn(plane.id, edit.id))
      derived.set(plane.id, (derived.get(plane.id) ?? new Map<string, string>()).set(edit.id, newId()))
  const later = new Map(records)
  for (const { id, after: record } of own)
    if (record) later.set(id, record)
    else later.delete(id)
  const following = touched.flatMap(({ edit, plane }): After[] => {
    if (!plane?.follows) return []
    const id = idOn(plane.id, edit.id)
    const lead = planeAfter(plane.follows)
    if (!id || !lead || after.has(id)) return []
    if (!isFramed(edit.after) || edit.after.levelId !== plane.follows) return [{ id, after: null }]
    const image = onPlane(edit.after, lead, plane, plane.mirroredAtMm, later, (to) => idOn(plane.id, to) ?? to)
    return [{ id, after: { ...image, id, copyOf: edit.id } }]
  })
  return { edits: [...own, ...following], refused: edits.length - own.length }
}
