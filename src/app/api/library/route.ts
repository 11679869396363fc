import { keepInLibrary, listLibrary } from '@/server/library'
import { check, fieldsOf } from '../answer'
import { bodyOf } from '../body'
import { door } from '../door'
import { keepQuery, libraryBody, libraryQuery } from '../taken'

export const GET = door('use-library', null, async ({ request, by }) => {
  const { kind, removed } = await check(fieldsOf(request), libraryQuery)
  return listLibrary(by, { kind: kind ?? 'symbol', removed: removed === 'true' })
})

/** Keeps a record in the library. */
export const POST = door('change-library', null, async ({ request, by }) => {
  const { shelf, after, fresh } = await check(fieldsOf(request, 'after'), keepQuery)
  const wish = { shelf: shelf ?? 'organisation', after: after ?? null, fresh: fresh === 'true' }
  return keepInLibrary(await bodyOf(request, libraryBody), by, wish)
})
