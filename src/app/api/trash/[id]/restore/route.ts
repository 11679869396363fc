import { restoreProject } from '@/server/projects'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

/** Takes a project out of the trash again. */
export const POST = (_: Request, { params }: IdContext) =>
  answer(async () => restoreProject((await check(await params, idParams)).id))
