import { proposalOf } from '@/server/sources'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

/** The scale that a page proposes of itself, with its evidence. */
export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => proposalOf((await check(await params, idParams)).id))
