import { prefer } from '@/server/sources'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { preferBody } from '../../../taken'

/** Pages that are looked at, or wanted now, are read before the others. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { sheetIds, what } = await bodyOf(request, preferBody)
    return prefer(id, sheetIds, what)
  })
