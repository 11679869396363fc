import { answer, check } from '../../../answer'
import { eventStream } from '../../../event-stream'
import { type IdContext, idParams } from '../../../fields'

export const dynamic = 'force-dynamic'

/** Server-sent events of a project: that it was changed, that its files were. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    return eventStream(request, id, (_, event) => event)
  })
