import { array, object } from 'yup'
import { idSchema } from '@/core/model/fields'
import { knownChanges } from '@/server/changes'
import { answer, check } from '../../../../answer'
import { bodyOf } from '../../../../body'
import { type IdContext, idParams } from '../../../../fields'

const knownBody = object({ ids: array(idSchema.required()).max(10_000).required() }).noUnknown()

/** Which of some changes, by their ids, are kept: each with its revision. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { ids } = await bodyOf(request, knownBody)
    return knownChanges(id, ids)
  })
