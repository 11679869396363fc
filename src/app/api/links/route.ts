import { cookies } from 'next/headers'
import { MOST_VISITS, VISIT_COOKIE, visitSecrets } from '@/server/people/actor'
import { addressOf } from '@/server/people/address'
import { linkOf, openLink } from '@/server/people/links'
import { isHttps } from '@/server/people/sign-in-settings'
import { check, fieldsOf } from '../answer'
import { bodyOf } from '../body'
import { door } from '../door'
import { openLinkBody, secretQuery } from '../taken'

/** What a link opens, and whether it asks for a password. */
export const GET = door('anyone', null, async ({ request }) =>
  linkOf((await check(fieldsOf(request), secretQuery)).secret, addressOf(request.headers)),
)

/** Opens a link in this browser, for some hours. */
export const POST = door('anyone', null, async ({ request }) => {
  const { secret, password, name } = await bodyOf(request, openLinkBody)
  const visit = await openLink(secret, { password, name }, addressOf(request.headers))
  const secrets = [visit.secret, ...visitSecrets(request.headers)].slice(0, MOST_VISITS)
  const jar = await cookies()
  jar.set(VISIT_COOKIE, secrets.join('.'), {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    secure: isHttps(),
    expires: visit.expiresAt,
  })
  return { projectId: visit.projectId }
})
