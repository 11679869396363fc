import { invite, projectInvited, projectPeople } from '@/server/people/project-people'
import { originOf } from '@/server/people/sign-in-settings'
import { organisationOfProject } from '@/server/people/transfer'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { inviteBody } from '../../../taken'

/** Who has a part in a project, and who was asked into it. */
export const GET = door('look', 'project', async ({ id, by }) =>
  // Who only opened a link is not told who else there is.
  by.kind === 'visitor'
    ? { people: [], invited: [] }
    : {
        people: await projectPeople(id),
        invited: await projectInvited(id),
        organisation: await organisationOfProject(id),
      },
)

/** Gives somebody a part in it. */
export const POST = door('manage', 'project', async ({ id, request, by }) =>
  Response.json(await invite(id, await bodyOf(request, inviteBody), by, originOf(request.headers)), { status: 201 }),
)
