import { removeForGood } from '@/server/projects'
import { answer, check } from '../../answer'
import { type IdContext, idParams } from '../../fields'

/** Removes a project of the trash for good. */
export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => removeForGood((await check(await params, idParams)).id))
