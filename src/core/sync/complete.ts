import type { Edit } from '../model/change/change'
import { belongingsOf, hostOf } from '../model/hosts'
import type { ProjectRecord } from '../model/registry'
import { withFollowers } from '../model/work-plane/follow'
import { withRelations } from '../sketch/follow'

type Records = ReadonlyMap<string, ProjectRecord>
type After = Omit<Edit, 'before'>

/** An edit with all that follows from it. */
export interface Completed {
  readonly edits: readonly After[]
  /** How many edits can't be, since they would change what follows something else. */
  readonly refused: number
}

/**
 * The rules that keep a model whole: what belongs to something goes with it, linked copies follow, relations hold.
 * Whoever makes an edit and whoever keeps it runs this; done twice it adds nothing.
 */
export function completed(edits: readonly After[], records: Records, newId: () => string): Completed {
  const { edits: followed, refused } = withFollowers(withBelongings(edits, records), records, newId)
  return { edits: withRelations(followed, records, newId), refused }
}

/** An edit in which what belongs to something that goes, goes too. */
export function withBelongings(edits: readonly After[], records: Records): readonly After[] {
  const gone = edits.filter(({ after }) => after === null).map(({ id }) => id)
  if (gone.length === 0) return edits
  const staying = laterThan(edits, records)
  const lost = belongingsOf(gone, staying).filter((id) => staying.has(id))
  // What the edit itself leaves standing without its host can't stand either.
  return [...edits.filter(({ id }) => !lost.includes(id)), ...lost.map((id) => ({ id, after: null }))].filter(
    ({ id, after }) => after !== null || records.has(id),
  )
}

/** The first of the records that an edit puts whose host is nowhere; null where all have theirs. */
export function orphanIn(edits: readonly After[], records: Records): ProjectRecord | null {
  const later = laterThan(edits, records)
  for (const { after } of edits) {
    const host = after ? hostOf(after) : undefined
    if (after && host !== undefined && !later.has(host)) return after
  }
  return null
}

function laterThan(edits: readonly After[], records: Records): ReadonlyMap<string, ProjectRecord> {
  const later = new Map(records)
  for (const { id, after } of edits)
    if (after) later.set(id, after)
    else later.delete(id)
  return later
}
