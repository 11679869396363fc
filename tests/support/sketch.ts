import type { ProjectRecord } from '@/core/model/registry'
import { withRelations } from '@/core/sketch/follow'

let count = 0
export const newId = () => `new-${++count}`

/** Records with a change made to them, and all that follows from it. */
export function changed(
  records: ReadonlyMap<string, ProjectRecord>,
  ...after: readonly ProjectRecord[]
): Map<string, ProjectRecord> {
  const later = new Map(records)
  const edits = withRelations(
    after.map((record) => ({ id: record.id, after: record })),
    records,
    newId,
  )
  for (const edit of edits)
    if (edit.after) later.set(edit.id, edit.after)
    else later.delete(edit.id)
  return later
}
