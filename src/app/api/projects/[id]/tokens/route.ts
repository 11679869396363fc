import { listTokens, makeToken } from '@/server/people/tokens'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { tokenBody } from '../../../taken'

/** What programs reach this project by. */
export const GET = door('manage', 'project', async ({ id }) => listTokens({ projectId: id }))

/** Makes a token; it is told only now. */
export const POST = door('manage', 'project', async ({ id, request, by }) =>
  Response.json(await makeToken({ projectId: id }, await bodyOf(request, tokenBody), by), { status: 201 }),
)
