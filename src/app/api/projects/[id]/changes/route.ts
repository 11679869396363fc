import { object } from 'yup'
import { type Change, changeSchema } from '@/core/model/change/change'
import { changesBefore, changesSince, keepChange } from '@/server/changes'
import { answer, bodyOf, check, figuresOf } from '../../../answer'
import { type IdContext, idParams, revisionField } from '../../../fields'

const query = object({ since: revisionField(), before: revisionField() }).test(
  'one',
  'say either “since” or “before”',
  ({ since, before }) => (since === undefined) !== (before === undefined),
)

/** Kept changes: `?since=REVISION` oldest first, `?before=REVISION` latest first. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { since, before } = await check(figuresOf(request), query)
    return since !== undefined ? changesSince(id, since) : changesBefore(id, before!)
  })

export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    return keepChange(id, (await bodyOf(request, changeSchema)) as Change)
  })
