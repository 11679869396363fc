import { removeFromLibrary } from '@/server/library'
import { answer, check } from '../../answer'
import { type IdContext, idParams } from '../../fields'

export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => removeFromLibrary((await check(await params, idParams)).id))
