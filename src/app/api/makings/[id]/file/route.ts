import { madeBy } from '@/server/making/making'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'
import { madeFile } from '../../../made-file'

/** The file that was asked for; waited for where it is not done yet. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => madeFile(await madeBy((await check(await params, idParams)).id, request.signal)))
