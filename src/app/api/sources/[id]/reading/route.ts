import { resumeReading, stopReading } from '@/server/sources'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { stateBody } from '../../../taken'

/** Stops the reading of a file's pages, or takes it up again. */
export const POST = door('edit', 'source', async ({ id, request }) => {
  const { state } = await bodyOf(request, stateBody)
  return state === 'stopped' ? stopReading(id) : resumeReading(id)
})
