import { object } from 'yup'
import { takeInArchive } from '@/server/archive'
import { createProject, listProjects } from '@/server/projects'
import { answer } from '../answer'
import { bodyOf, bytesOf } from '../body'
import { nameField } from '../fields'

export const dynamic = 'force-dynamic'

export const GET = () => answer(listProjects)

/** The largest archive that is taken in; it is unpacked in memory. */
const ARCHIVE_LIMIT_MB = 1000

/** A new project by its name, or by an archive as the body. */
export const POST = (request: Request) =>
  answer(async () => {
    if (request.headers.get('content-type') === 'application/zip') {
      const bytes = await bytesOf(request, ARCHIVE_LIMIT_MB, 'This archive')
      return Response.json(await takeInArchive(bytes), { status: 201 })
    }
    const { name } = await bodyOf(request, object({ name: nameField }).noUnknown())
    return Response.json(await createProject(name), { status: 201 })
  })
