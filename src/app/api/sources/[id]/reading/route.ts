import { resumeReading, stopReading } from '@/server/sources'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { stateBody } from '../../../taken'

/** Stops the reading of a file's pages, or takes it up again. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { state } = await bodyOf(request, stateBody)
    return state === 'stopped' ? stopReading(id) : resumeReading(id)
  })
