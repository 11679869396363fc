import { listHistory } from '@/server/changes'
import { check, fieldsOf } from '../../../answer'
import { door } from '../../../door'
import { historyQuery } from '../../../taken'

/** What was done, latest first, 200 at a time: `?before=REVISION`. */
export const GET = door('look', 'project', async ({ id, request }) => {
  const { before } = await check(fieldsOf(request, 'before'), historyQuery)
  return listHistory(id, before ?? 2 ** 31 - 1)
})
