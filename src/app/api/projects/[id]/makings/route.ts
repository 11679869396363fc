import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { askFor, makingOf } from '@/server/making/making'
import { mustMayHandOver } from '@/server/people/quotas'
import { notFound } from '@/server/problem'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { makingBody } from '../../../taken'

/** Asks for a file of a project; it is made meanwhile and fetched when it is done. */
export const POST = door('hand-over', 'project', async ({ id, request, by }) => {
  const { format, on = {} } = await bodyOf(request, makingBody)
  if (!formatNamed(format)) throw notFound('The format')
  await liveProject(id)
  await mustMayHandOver(id)
  const making = await askFor(id, { kind: 'hand-over', format, on }, by)
  return Response.json(await makingOf(making), { status: 202 })
})
