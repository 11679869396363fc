import { issueProject, listIssues } from '@/server/issues'
import { mustHaveRoom, mustMayHandOver } from '@/server/people/quotas'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { issueBody } from '../../../taken'

/** What was issued of a project, the latest first. */
export const GET = door('look', 'project', async ({ id }) => listIssues(id))

/** Issues it as it is now; its files are made meanwhile. */
export const POST = door('edit', 'project', async ({ id, request, by }) => {
  const wish = await bodyOf(request, issueBody)
  await mustMayHandOver(id)
  await mustHaveRoom(id, 0)
  return Response.json({ id: await issueProject(id, wish, by) }, { status: 202 })
})
