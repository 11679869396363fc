import { object } from 'yup'
import { listHistory } from '@/server/changes'
import { answer, check } from '../../../answer'
import { type IdContext, idParams, revisionField } from '../../../fields'

const query = object({ before: revisionField() }).noUnknown()

/** What was done, latest first, 200 at a time: `?before=REVISION`. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const given = [...new URL(request.url).searchParams].map(([key, value]) => [key, Number(value)])
    const { before } = await check(Object.fromEntries(given), query)
    return listHistory(id, before ?? 2 ** 31 - 1)
  })
