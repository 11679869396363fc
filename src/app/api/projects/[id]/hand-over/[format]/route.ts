import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { askFor, madeBy } from '@/server/making/making'
import { mustMayHandOver } from '@/server/people/quotas'
import { notFound } from '@/server/problem'
import { door } from '../../../../door'
import { choiceOf } from '../../../../hand-over-query'
import { madeFile } from '../../../../made-file'

/** The traced model as a file: made while the request waits. */
export const GET = door('hand-over', 'project', async ({ id, params, request, by }) => {
  const on = await choiceOf(request)
  const format = params.format ?? ''
  if (!formatNamed(format)) throw notFound('The format')
  await liveProject(id)
  await mustMayHandOver(id)
  return madeFile(await madeBy(await askFor(id, { kind: 'hand-over', format, on }, by), request.signal))
})
