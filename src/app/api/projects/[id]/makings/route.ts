import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { askFor, makingOf } from '@/server/making/making'
import { notFound } from '@/server/problem'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { makingBody } from '../../../taken'

/** Asks for a file of a project; it is made meanwhile and fetched when it is done. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { format, on = {} } = await bodyOf(request, makingBody)
    if (!formatNamed(format)) throw notFound('The format')
    await liveProject(id)
    const making = await askFor(id, { kind: 'hand-over', format, on })
    return Response.json(await makingOf(making), { status: 202 })
  })
