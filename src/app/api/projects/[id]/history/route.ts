import { listHistory } from '@/server/changes'
import { answer, check, fieldsOf } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'
import { historyQuery } from '../../../taken'

/** What was done, latest first, 200 at a time: `?before=REVISION`. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { before } = await check(fieldsOf(request, 'before'), historyQuery)
    return listHistory(id, before ?? 2 ** 31 - 1)
  })
