import { findPages } from '@/server/sources'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'
import { findQuery } from '../../../taken'

/** Pages on which a text stands. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { text } = await check(Object.fromEntries(new URL(request.url).searchParams), findQuery)
    return findPages(id, text)
  })
