import type { SheetChange } from '@/core/compare/change'
import { type Following, followingOf } from '@/core/compare/tracing'
import { project } from '@/core/geometry/projective'
import { add, subtract } from '@/core/geometry/vector'
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
  if (!change.line) return null
  const map = olderOnBoard(compared, underlay)
  const { start, end } = change.line
  const line = { start: project(map, start), end: project(map, end) }
  const by = change.by && subtract(project(map, add(start, change.by)), line.start)
  return followingOf({ ...change, line, by }, records, underlay.levelId)
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
