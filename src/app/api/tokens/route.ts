import { personOf } from '@/server/people/standing'
import { listTokens, makeToken } from '@/server/people/tokens'
import { bodyOf } from '../body'
import { door } from '../door'
import { tokenBody } from '../taken'

/** What programs act by as oneself. */
export const GET = door('own-account', null, async ({ by }) => listTokens({ userId: personOf(by)! }))

/** Makes a token; it is told only now. */
export const POST = door('own-account', null, async ({ request, by }) =>
  Response.json(await makeToken({ userId: personOf(by)! }, await bodyOf(request, tokenBody), by), { status: 201 }),
)
