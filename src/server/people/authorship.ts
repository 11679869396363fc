import type { Change, Edit } from '@/core/model/change/change'
import { saysOnlyAs } from '@/core/model/remark/said-by'
import { isSameRecord } from '@/core/model/same-record'
import { type Actor, calledName } from '@/core/people/rights'
import { Problem } from '../problem'

/** Whether a change says everything in remarks and mark-up under the name of whoever sends it; where nobody signs in there are no names. */
export const saysAsSelf = (change: Pick<Change, 'edits'>, by: Actor): boolean =>
  by.kind === 'local' || saysOnlyAs(change, calledName(by))

/** @throws Problem 403 where a change puts words into somebody else's mouth, or alters theirs */
export function mustSayAsSelf(change: Pick<Change, 'edits'>, by: Actor): void {
  if (!saysAsSelf(change, by))
    throw new Problem(
      403,
      'another-name',
      'A remark is written under one’s own name, and others’ words stay as they are.',
    )
}

/**
 * What takes back or brings back a change may restore others' words as that change found or left them, and nothing else
 * of theirs; what it removes, that change made or removed.
 * @param original edits of the change that is undone or redone
 * @throws Problem
 */
export function mustKeepToOriginal(edits: readonly Edit[], original: readonly Edit[], by: Actor): void {
  const states = new Map(original.map(({ id, before, after }) => [id, [before, after]]))
  const restores = ({ id, after }: Edit) => states.get(id)?.some((state) => isSameRecord(state, after)) ?? false
  const own = edits.filter((edit) => !restores(edit))
  if (own.some(({ after }) => after === null))
    throw new Problem(422, 'nothing-to-undo', 'An undo removes only what its change made.')
  mustSayAsSelf({ edits: own }, by)
}
