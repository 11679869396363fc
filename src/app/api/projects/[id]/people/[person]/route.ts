import { removePerson, setRole } from '@/server/people/project-people'
import { personOf } from '@/server/people/standing'
import { bodyOf } from '../../../../body'
import { door } from '../../../../door'
import { roleBody } from '../../../../taken'

/** Changes what somebody is in a project. */
export const PATCH = door('manage', 'project', async ({ id, params, request }) =>
  setRole(id, params.person!, (await bodyOf(request, roleBody)).role),
)

/** Takes somebody's part in it away; everybody may leave. */
export const DELETE = door('look', 'project', async ({ id, params, by, need }) => {
  if (by.kind !== 'person' || personOf(by) !== params.person) need('manage')
  await removePerson(id, params.person!)
})
