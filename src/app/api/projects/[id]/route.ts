import { actionsIn, calledName } from '@/core/people/rights'
import { nameOfActor } from '@/server/people/audit'
import { deleteProject, openProject, renameProject } from '@/server/projects'
import { bodyOf } from '../../body'
import { door } from '../../door'
import { projectBody } from '../../taken'

export const GET = door('look', 'project', async ({ id, by, standing }) => ({
  ...(await openProject(id)),
  may: standing ? actionsIn(by, standing) : [],
  you: { id: nameOfActor(by), name: calledName(by) },
}))

export const PATCH = door('manage', 'project', async ({ id, request }) =>
  renameProject(id, (await bodyOf(request, projectBody)).name),
)

export const DELETE = door('manage', 'project', async ({ id }) => deleteProject(id))
