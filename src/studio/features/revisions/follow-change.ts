import type { SheetChange } from '@/core/compare/change'
import { type Following, followingOf } from '@/core/compare/tracing'
import { type BoardLines, followingOfLines } from '@/core/compare/tracing-of-lines'
import { contains } from '@/core/geometry/box'
import { type Homography, project } from '@/core/geometry/projective'
import { nearestOnSegment } from '@/core/geometry/segment'
import { add, along, distance, type Point, subtract } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import type { Underlay } from '@/core/model/underlay/schema'
import { commit } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { olderOnBoard } from './places'
import type { Compared } from './store'

/** What was traced of a change, as it becomes where the tracing follows; null where nothing was. */
export function followingChange(
  change: SheetChange,
  compared: Compared,
  underlay: Underlay,
  records: ReadonlyMap<string, ProjectRecord>,
): Following | null {
  const map = olderOnBoard(compared, underlay)
  if (change.subject === 'lines') return followingOfLines(linesOnBoard(change, compared, map), records, underlay.id)
  if (!change.line) return null
  const { start, end } = change.line
  const line = { start: project(map, start), end: project(map, end) }
  const by = change.by && subtract(project(map, add(start, change.by)), line.start)
  return followingOf({ ...change, line, by }, records, underlay.levelId)
}

/** What was traced from a line lies this near to it, millimetres. */
const ON_LINE_MM = 40

/** A change of lines where it lies on the board. */
function linesOnBoard({ kind, by, box }: SheetChange, { found }: Compared, map: Homography): BoardLines {
  const onBoard = (x: number, y: number) => project(map, { x, y })
  const gone: { readonly start: Point; readonly end: Point }[] = []
  for (let i = 0; i < found.gone.length; i += 4) {
    const [x1, y1, x2, y2] = found.gone.subarray(i, i + 4) as unknown as [number, number, number, number]
    if (contains(box, { x: x1, y: y1 }, 1) && contains(box, { x: x2, y: y2 }, 1))
      gone.push({ start: onBoard(x1, y1), end: onBoard(x2, y2) })
  }
  const zero = onBoard(box.minX, box.minY)
  return {
    kind,
    by: by && subtract(onBoard(box.minX + by.x, box.minY + by.y), zero),
    isOnGone: (p) =>
      gone.some(({ start, end }) => distance(along(start, end, nearestOnSegment(start, end, p)), p) <= ON_LINE_MM),
  }
}

/** Brings what was traced along with some changes, as one change of the project. @returns how many followed */
export function bringAlong(changes: readonly SheetChange[], compared: Compared, underlay: Underlay): number {
  const before = useProject.getState().records
  let records: ReadonlyMap<string, ProjectRecord> = before
  const touched = new Set<string>()
  let count = 0
  let label = ''
  for (const change of changes) {
    // Each upon those before it: a wall may move along with one that another ends on.
    const following = followingChange(change, compared, underlay, records)
    if (!following) continue
    count++
    label = count === 1 ? following.label : 'Bring tracing along'
    const next = new Map(records)
    for (const { id, after } of following.edits) {
      touched.add(id)
      if (after) next.set(id, after)
      else next.delete(id)
    }
    records = next
  }
  if (count > 0)
    commit(
      label,
      [...touched].map((id) => ({ id, after: records.get(id) ?? null })),
    )
  return count
}
