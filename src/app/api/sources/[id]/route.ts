import { removeSource } from '@/server/sources'
import { answer, check } from '../../answer'
import { type IdContext, idParams } from '../../fields'

export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => removeSource((await check(await params, idParams)).id))
