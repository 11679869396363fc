import { libraryItem, removeFromLibrary } from '@/server/library'
import { check, fieldsOf } from '../../answer'
import { door } from '../../door'
import { itemQuery, shelfQuery } from '../../taken'

export const GET = door('use-library', null, async ({ request, id, by }) => {
  const { shelf, version } = await check(fieldsOf(request, 'version'), itemQuery)
  return libraryItem(by, { id, shelf: shelf ?? 'organisation' }, version ?? null)
})

export const DELETE = door('change-library', null, async ({ request, id, by }) => {
  const { shelf } = await check(fieldsOf(request), shelfQuery)
  await removeFromLibrary(by, { id, shelf: shelf ?? 'organisation' })
})
