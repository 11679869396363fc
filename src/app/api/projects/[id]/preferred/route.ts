import { prefer } from '@/server/sources'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { preferBody } from '../../../taken'

/** Pages that are looked at, or wanted now, are read before the others. */
export const POST = door('look', 'project', async ({ id, request }) => {
  const { sheetIds, what } = await bodyOf(request, preferBody)
  return prefer(id, sheetIds, what)
})
