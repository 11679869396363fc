import type { Actor } from '@/core/people/rights'
import { seeing } from '@/server/database/client'
import { askToTakeIn, madeBy } from '@/server/making/making'
import { createProject, listProjects } from '@/server/projects'
import { arrived } from '@/server/staging'
import { bodyOf, piecesOf } from '../body'
import { door } from '../door'
import { projectBody } from '../taken'

export const dynamic = 'force-dynamic'

export const GET = door('list-projects', null, async ({ by }) => listProjects(by))

/** The largest archive that is taken in. */
const ARCHIVE_LIMIT_MB = 1000

/** A new project by its name, or by an archive as the body. */
export const POST = door('begin-project', null, async ({ request, by }) => {
  const type = request.headers.get('content-type')?.split(';')[0]
  if (type === 'application/zip') return Response.json({ id: await takenIn(request, by) }, { status: 201 })
  const { name } = await bodyOf(request, projectBody)
  return Response.json(await createProject(name, by), { status: 201 })
})

/** What is asked for belongs to no project until it is made. */
const takenIn = (request: Request, by: Actor): Promise<string> => seeing('all', () => takeIn(request, by))

async function takeIn(request: Request, by: Actor): Promise<string> {
  const archive = await arrived(piecesOf(request), {
    name: 'This archive',
    limitMb: ARCHIVE_LIMIT_MB,
    advice: 'Take files out of the project that it does not need, and save it again.',
  })
  try {
    const { resultProject } = await madeBy(await askToTakeIn(archive, by), request.signal)
    return resultProject!
  } finally {
    await archive.discard()
  }
}
