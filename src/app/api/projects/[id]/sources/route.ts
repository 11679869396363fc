import { liveProject } from '@/server/live'
import { Problem } from '@/server/problem'
import { addSource, listSources, UPLOAD_LIMIT_MB } from '@/server/sources'
import { answer, check } from '../../../answer'
import { piecesOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { uploadQuery } from '../../../taken'

export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await liveProject((await check(await params, idParams)).id)
    return listSources(id)
  })

/** Takes a file as the body of the request; its name comes as `?name=`, what it supersedes or gives again beside it. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { name, ...options } = await check(Object.fromEntries(new URL(request.url).searchParams), uploadQuery)
    if (Number(request.headers.get('content-length') ?? 0) > UPLOAD_LIMIT_MB << 20)
      throw new Problem(
        413,
        'too-large',
        `${name} is larger than ${UPLOAD_LIMIT_MB} MB. Save only the pages that are needed to a PDF of their own and bring in that.`,
      )
    const brought = await addSource(id, name, piecesOf(request), options)
    return Response.json(brought, { status: brought.known ? 200 : 201 })
  })
