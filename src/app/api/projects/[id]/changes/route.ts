import type { Change } from '@/core/model/change/change'
import { readChange } from '@/core/model/change/read'
import { calledName } from '@/core/people/rights'
import { changesBefore, changesSince, keepChange } from '@/server/changes'
import { mustSayAsSelf } from '@/server/people/authorship'
import { tellOfRemarks } from '@/server/people/remark-letters'
import { originOf } from '@/server/people/sign-in-settings'
import { check, fieldsOf } from '../../../answer'
import { jsonOf } from '../../../body'
import { door } from '../../../door'
import { changesQuery, knownOfProject } from '../../../taken'

/** Kept changes: `?since=REVISION` oldest first, `?before=REVISION` latest first. */
export const GET = door('look', 'project', async ({ id, request }) => {
  const { since, before, epoch } = await check(fieldsOf(request, 'since', 'before'), changesQuery)
  return since !== undefined ? changesSince(id, since, epoch) : changesBefore(id, before!)
})

/** Megabytes of a change: 50,000 lines, or a few with very many points. */
const CHANGE_LIMIT_MB = 128

/** Keeps a change. Who says with `at` what it knows of the project (`epoch`, `revision`) is told where that is another history. */
export const POST = door('remark', 'project', async ({ id, request, by, need }) => {
  const body = await jsonOf(request, CHANGE_LIMIT_MB)
  const { at: given, ...rest } = typeof body === 'object' && body !== null ? (body as Record<string, unknown>) : {}
  const known = await check(given, knownOfProject)
  const change = await readChange(rest, othersTurn)
  if (!isOfRemarksAlone(change)) need('edit')
  if (change.cause === 'edit') mustSayAsSelf(change, by)
  const { revision, epoch, asSent } = await keepChange(id, change, known, by)
  if (by.kind !== 'local') await tellOfRemarks(id, change, calledName(by), originOf(request.headers))
  // What was added is told to whoever asks for nothing more; who counts by a history is told of that too.
  return known ? { revision, epoch, asSent } : { revision, ...(!asSent && { asSent }) }
})

/** Whether all that a change makes, changes or takes away are remarks and mark-up. */
const isOfRemarksAlone = ({ edits }: Change): boolean =>
  edits.every(({ before, after }) =>
    [before, after].every((record) => record === null || record.kind === 'remark' || record.kind === 'mark-up'),
  )

const othersTurn = () => new Promise<void>((resolve) => setImmediate(resolve))
