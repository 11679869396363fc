import { seenFrom } from '@/core/geometry/space'
import { distance, dot, type Point, subtract, unit } from '@/core/geometry/vector'
import type { GridLine } from '@/core/model/grid-line/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { copiesOn, framedOn } from '@/core/model/work-plane/follow'
import { frameOfPlane } from '@/core/model/work-plane/frame'
import { type WorkPlane, workPlanesOf } from '@/core/model/work-plane/schema'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'

type Records = ReadonlyMap<string, ProjectRecord>

/** Where a frame is copied to: how far behind its plane, and what the plane there is called. */
export interface Target {
  readonly behindMm: number
  readonly name: string
}

/** Directions that differ by less than this are one. */
const ALIKE = 1e-4

/** How far behind a plane a line of the plan runs along it; null where it runs another way. */
function behind(plane: WorkPlane, { start, end }: { readonly start: Point; readonly end: Point }): number | null {
  const frame = frameOfPlane(plane)
  const along = unit(subtract(end, start))
  const right = { x: frame.right.x, y: frame.right.y }
  if (!along || Math.abs(Math.abs(dot(along, right)) - 1) > ALIKE) return null
  return -seenFrom(frame, { ...start, z: 0 }).asideMm
}

/** Grid lines that run along a plane, besides its own, nearest first. */
export function gridLinesAlong(
  plane: WorkPlane,
  records: Records,
): { readonly line: GridLine; readonly behindMm: number }[] {
  return [...records.values()]
    .flatMap((record) => {
      const behindMm = record.kind === 'grid-line' ? behind(plane, record) : null
      return record.kind === 'grid-line' && behindMm !== null && Math.abs(behindMm) > 1
        ? [{ line: record, behindMm }]
        : []
    })
    .sort((a, b) => a.behindMm - b.behindMm)
}

const shifted = (plane: WorkPlane, behindMm: number): Pick<WorkPlane, 'start' | 'end'> => {
  const { out } = frameOfPlane({ ...plane, leanRad: 0 })
  const move = ({ x, y }: Point): Point => ({ x: x - out.x * behindMm, y: y - out.y * behindMm })
  return { start: move(plane.start), end: move(plane.end) }
}

/** The middle of what stands on a plane, across it: what is mirrored is mirrored about that. */
function middleAcross(planeId: string, records: Records): number {
  const across = framedOn(planeId, records).flatMap((each) =>
    each.kind === 'member' ? [each.start.x, each.end.x] : [],
  )
  return (Math.min(...across) + Math.max(...across)) / 2
}

/** Copies the members of a plane to others along the building; planes that stand there already are taken. */
export function copyFrame(
  plane: WorkPlane,
  targets: readonly Target[],
  { linked, mirrored }: { readonly linked: boolean; readonly mirrored: boolean },
): void {
  const { records } = useProject.getState()
  const members = framedOn(plane.id, records)
  const mirroredAtMm = mirrored ? middleAcross(plane.id, records) : undefined
  const made = targets.flatMap(({ behindMm, name }): ProjectRecord[] => {
    const place = shifted(plane, behindMm)
    const there = workPlanesOf(records).find(
      (other) => distance(other.start, place.start) < 1 && distance(other.end, place.end) < 1,
    )
    const taken = linked && (!there || framedOn(there.id, records).length === 0)
    const to: WorkPlane = {
      ...(there ?? { ...plane, id: crypto.randomUUID(), name, ...place }),
      follows: taken ? plane.id : there?.follows,
      mirroredAtMm: taken ? mirroredAtMm : there?.mirroredAtMm,
    }
    const copies = copiesOn(members, plane, to, { linked: taken, mirroredAtMm }, () => crypto.randomUUID())
    return [withoutEmpty(to), ...copies]
  })
  put('Copy frame', ...made)
  const count = targets.length === 1 ? 'one plane' : `${targets.length} planes`
  tell(`What stands on ${plane.name} stands on ${count} more.`)
}

/** Fields that are not given are left out. */
const withoutEmpty = (plane: WorkPlane): WorkPlane =>
  Object.fromEntries(Object.entries(plane).filter(([, value]) => value !== undefined)) as WorkPlane

/** Lets a plane go its own way: its members follow no more. */
export function freePlane(plane: WorkPlane): void {
  const { records } = useProject.getState()
  const { follows: _, mirroredAtMm: __, ...free } = plane
  const members = framedOn(plane.id, records).map(({ copyOf: ___, ...member }) => member)
  put('Free frame', free, ...members)
}
