import { matchRevision } from '@/server/sources'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

/** Which of this file's pages take the place of those of the file that it supersedes. */
export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => matchRevision((await check(await params, idParams)).id))
