import { Problem } from '../problem'
import { addressOf } from './address'
import { note } from './audit'
import { auth } from './auth'
import { countTry, forgetTries } from './limits'
import { isSignInOn } from './sign-in-settings'

/** What is tried against a secret: counted by the address from which it comes. */
const TRIES = /^\/(sign-in|two-factor|request-password-reset|reset-password|change-password|verify-password)\b/
const LETTERS = /^\/request-password-reset\b/

/** Answers what better-auth does, as often as is good. @throws Problem */
export async function signingIn(request: Request): Promise<Response> {
  if (!isSignInOn()) throw new Problem(404, 'no-sign-in', 'This Calque asks nobody to sign in.')
  const path = new URL(request.url).pathname.replace(/^\/api\/auth/, '')
  if (request.method !== 'POST' || !TRIES.test(path)) return auth().handler(request)
  const from = addressOf(request.headers)
  const email = await emailIn(request.clone())
  await countTry('sign-in-from', from)
  if (email) await countTry(LETTERS.test(path) ? 'letters' : 'sign-in-as', email)
  const response = await auth().handler(request)
  if (response.ok && email && path === '/sign-in/email') await forgetTries('sign-in-as', email)
  if (response.status === 401) await note({ kind: 'nobody' }, `refused ${path}`, null, from)
  return response
}

async function emailIn(request: Request): Promise<string | null> {
  const body = (await request.json().catch(() => null)) as { email?: unknown } | null
  return typeof body?.email === 'string' && body.email.length <= 254 ? body.email : null
}

/** Signs somebody in whose password is at hand. @returns the cookies of the session */
export async function cookiesOf(headers: Headers, email: string, password: string): Promise<Headers> {
  const { headers: answered } = await auth().api.signInEmail({ body: { email, password }, headers, asResponse: true })
  const cookies = new Headers()
  for (const cookie of answered.getSetCookie()) cookies.append('set-cookie', cookie)
  return cookies
}
