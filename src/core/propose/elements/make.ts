import { distance, type Point } from '../../geometry/vector'
import type { ProjectRecord } from '../../model/registry'
import type { ElementDraft } from './element'

/** Elements nearer than this are one. */
const SAME_MM = 60

/** Whether something of the kind stands there already. */
export function isThere(draft: ElementDraft, records: Iterable<ProjectRecord>, levelId: string): boolean {
  for (const record of records) {
    if (draft.kind === 'grid-line' && record.kind === 'grid-line' && record.name === draft.name) return true
    if (draft.kind === 'column' && record.kind === 'column' && record.levelId === levelId && isAt(record.at, draft.at))
      return true
    if (
      draft.kind === 'stair' &&
      record.kind === 'stair' &&
      record.levelId === levelId &&
      (isAt(record.start, draft.start) || isAt(record.start, draft.end))
    )
      return true
  }
  return false
}

const isAt = (a: Point, b: Point): boolean => distance(a, b) < SAME_MM

/** Makes records of what was read; what stands there already is not made again. */
export function makeElements(
  drafts: readonly ElementDraft[],
  records: ReadonlyMap<string, ProjectRecord>,
  { levelId, tracedFrom }: { readonly levelId: string; readonly tracedFrom?: string | undefined },
): ProjectRecord[] {
  const made: ProjectRecord[] = []
  for (const draft of drafts) {
    if (isThere(draft, records.values(), levelId) || isThere(draft, made, levelId)) continue
    const own = { id: crypto.randomUUID(), ...(tracedFrom && { tracedFrom }) }
    made.push(draft.kind === 'grid-line' ? { ...draft, ...own } : { ...rounded(draft), ...own, levelId })
  }
  return made
}

/** Sizes as they are built, to a tenth of a millimetre. */
function rounded<D extends Exclude<ElementDraft, { kind: 'grid-line' }>>(draft: D): D {
  const tenth = (mm: number) => Math.round(mm * 10) / 10
  return draft.kind === 'column'
    ? { ...draft, widthMm: tenth(draft.widthMm), depthMm: tenth(draft.depthMm) }
    : { ...draft, widthMm: tenth(draft.widthMm) }
}
