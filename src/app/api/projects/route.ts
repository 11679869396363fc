import { object } from 'yup'
import { takeInArchive } from '@/server/archive'
import { Problem } from '@/server/problem'
import { createProject, listProjects } from '@/server/projects'
import { answer, bodyOf } from '../answer'
import { nameField } from '../fields'

export const dynamic = 'force-dynamic'

export const GET = () => answer(listProjects)

/** The largest archive that is taken in; it is unpacked in memory. */
const ARCHIVE_LIMIT_MB = 1000

/** A new project by its name, or by an archive as the body. */
export const POST = (request: Request) =>
  answer(async () => {
    if (request.headers.get('content-type') === 'application/zip') {
      if (Number(request.headers.get('content-length') ?? 0) > ARCHIVE_LIMIT_MB << 20)
        throw new Problem(413, 'too-large', `This archive is larger than ${ARCHIVE_LIMIT_MB} MB.`)
      return Response.json(await takeInArchive(new Uint8Array(await request.arrayBuffer())), { status: 201 })
    }
    const { name } = await bodyOf(request, object({ name: nameField }).noUnknown())
    return Response.json(await createProject(name), { status: 201 })
  })
