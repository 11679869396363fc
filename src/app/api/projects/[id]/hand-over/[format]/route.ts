import { object, string } from 'yup'
import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { askFor, madeBy } from '@/server/making/making'
import { notFound } from '@/server/problem'
import { answer, check } from '../../../../answer'
import { idParams } from '../../../../fields'
import { choiceOf } from '../../../../hand-over-query'
import { madeFile } from '../../../../made-file'

const params = idParams.concat(object({ format: string().required() }))

/** The traced model as a file: made while the request waits. */
export const GET = (request: Request, context: { params: Promise<{ id: string; format: string }> }) =>
  answer(async () => {
    const { id, format } = await check(await context.params, params)
    const on = await choiceOf(request)
    if (!formatNamed(format)) throw notFound('The format')
    await liveProject(id)
    return madeFile(await madeBy(await askFor(id, { kind: 'hand-over', format, on }), request.signal))
  })
