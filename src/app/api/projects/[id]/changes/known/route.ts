import { knownChanges } from '@/server/changes'
import { answer, check } from '../../../../answer'
import { bodyOf } from '../../../../body'
import { type IdContext, idParams } from '../../../../fields'
import { knownBody } from '../../../../taken'

/** Which of some changes, by their ids, are kept: each with its revision. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { ids } = await bodyOf(request, knownBody)
    return knownChanges(id, ids)
  })
