import { liveProject } from '@/server/live'
import { mustHaveRoom } from '@/server/people/quotas'
import { Problem } from '@/server/problem'
import { addSource, listSources, UPLOAD_LIMIT_MB } from '@/server/sources'
import { check, fieldsOf } from '../../../answer'
import { piecesOf } from '../../../body'
import { door } from '../../../door'
import { uploadQuery } from '../../../taken'

export const GET = door('look', 'project', async ({ id }) => {
  await liveProject(id)
  return listSources(id)
})

/** Takes a file as the body of the request; its name comes as `?name=`, what it supersedes or gives again beside it. */
export const POST = door('edit', 'project', async ({ id, request }) => {
  const { name, ...options } = await check(fieldsOf(request), uploadQuery)
  if (Number(request.headers.get('content-length') ?? 0) > UPLOAD_LIMIT_MB << 20)
    throw new Problem(
      413,
      'too-large',
      `${name} is larger than ${UPLOAD_LIMIT_MB} MB. Save only the pages that are needed to a PDF of their own and bring in that.`,
    )
  await mustHaveRoom(id, Number(request.headers.get('content-length') ?? 0))
  const brought = await addSource(id, name, piecesOf(request), options)
  return Response.json(brought, { status: brought.known ? 200 : 201 })
})
