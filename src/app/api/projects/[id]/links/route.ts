import { listLinks, makeLink } from '@/server/people/links'
import { originOf } from '@/server/people/sign-in-settings'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { linkBody } from '../../../taken'

/** The links by which a project is seen without an account. */
export const GET = door('manage', 'project', async ({ id }) => listLinks(id))

/** Makes one; its address is told only now. */
export const POST = door('manage', 'project', async ({ id, request, by }) =>
  Response.json(await makeLink(id, await bodyOf(request, linkBody), by, originOf(request.headers)), { status: 201 }),
)
