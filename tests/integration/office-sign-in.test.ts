import { once } from 'node:events'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import Provider from 'oidc-provider'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** The organisation's own sign-in, played by a provider of OpenID Connect on this machine. */

const ORIGIN = 'http://127.0.0.1:4680'
let database: TestDatabase
let server: Server

beforeAll(async () => {
  database = await testDatabase()
  server = createServer()
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  const issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const provider = new Provider(issuer, {
    clients: [
      {
        client_id: 'calque',
        client_secret: 'a secret between the two',
        redirect_uris: [`${ORIGIN}/api/auth/callback/office`, `${ORIGIN}/api/auth/oauth2/callback/office`],
      },
    ],
    conformIdTokenClaims: false,
    claims: { openid: ['sub'], email: ['email', 'email_verified'], profile: ['name'] },
    findAccount: (_, id) => ({
      accountId: id,
      claims: () => ({ sub: id, email: `${id}@office.example`, email_verified: true, name: `Person ${id}` }),
    }),
    cookies: { keys: ['of the provider'] },
  })
  server.on('request', provider.callback())
  Object.assign(process.env, {
    CALQUE_SIGN_IN: 'on',
    CALQUE_URL: ORIGIN,
    CALQUE_OIDC_ISSUER: issuer,
    CALQUE_OIDC_CLIENT_ID: 'calque',
    CALQUE_OIDC_CLIENT_SECRET: 'a secret between the two',
  })
})

afterAll(async () => {
  for (const name of ['SIGN_IN', 'URL', 'OIDC_ISSUER', 'OIDC_CLIENT_ID', 'OIDC_CLIENT_SECRET'])
    delete process.env[`CALQUE_${name}`]
  server?.close()
  await database?.stop()
})

/** A browser with a jar of cookies for each side, which follows no redirect by itself. */
class Browser {
  private readonly jars = { calque: new Map<string, string>(), provider: new Map<string, string>() }

  private cookies = (side: 'calque' | 'provider') =>
    [...this.jars[side]].map(([name, value]) => `${name}=${value}`).join('; ')

  private take(side: 'calque' | 'provider', response: Response): Response {
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = cookie.match(/^([^=]+)=([^;]*)/)!
      this.jars[side].set(name!, value!)
    }
    return response
  }

  async provider(url: string, form?: Record<string, string>): Promise<Response> {
    return this.take(
      'provider',
      await fetch(url, {
        redirect: 'manual',
        headers: { cookie: this.cookies('provider') },
        ...(form && { method: 'POST', body: new URLSearchParams(form) }),
      }),
    )
  }

  async calque(path: string, body?: object): Promise<Response> {
    const { signingIn } = await import('@/server/people/signing-in')
    const url = new URL(path, ORIGIN)
    const headers = new Headers({
      host: url.host,
      origin: ORIGIN,
      cookie: this.cookies('calque'),
      'x-calque-address': 'here',
    })
    if (body) headers.set('content-type', 'application/json')
    return this.take(
      'calque',
      await signingIn(
        new Request(url, { headers, method: body ? 'POST' : 'GET', ...(body && { body: JSON.stringify(body) }) }),
      ),
    )
  }

  async who() {
    const { whoAsks } = await import('@/server/people/actor')
    return (await whoAsks(new Headers({ host: '127.0.0.1:4680', cookie: this.cookies('calque') }))).actor
  }
}

it('lets in whom it vouches for, as a member of the organisation', async () => {
  const browser = new Browser()
  const begun = (await (
    await browser.calque('/api/auth/sign-in/social', { provider: 'office', callbackURL: '/' })
  ).json()) as { url: string }
  // The provider asks for a login and for consent, each by a form.
  let at = begun.url
  for (let steps = 0; !at.startsWith(ORIGIN); steps++) {
    if (steps > 12) throw new Error(`The provider never ends: ${at}`)
    let response = await browser.provider(at)
    if (response.status === 200) {
      const page = await response.text()
      const action = page.match(/<form[^>]+action="([^"]+)"/)![1]!
      const prompt = page.match(/name="prompt" value="([^"]+)"/)![1]!
      const form: Record<string, string> = prompt === 'login' ? { prompt, login: 'nell', password: 'any' } : { prompt }
      response = await browser.provider(new URL(action, at).href, form)
    }
    const next = response.headers.get('location')
    if (!next) throw new Error(`${response.status} at ${at}: ${(await response.text()).slice(0, 300)}`)
    at = new URL(next, at).href
  }
  const back = await browser.calque(at)
  expect(back.status).toBe(302)
  expect(back.headers.get('location')).toMatch(/\/$/)
  const who = await browser.who()
  expect(who).toMatchObject({ kind: 'person', name: 'Person nell', email: 'nell@office.example', administrator: false })
  const { seenAs } = await import('@/server/people/me')
  expect((await seenAs(who)).organisations).toMatchObject([{ id: 'office', role: 'member' }])
})

it('a callback that nobody began lets nobody in', async () => {
  const browser = new Browser()
  const back = await browser.calque('/api/auth/callback/office?code=made-up&state=made-up')
  expect(back.status).toBeGreaterThanOrEqual(300)
  expect(await browser.who()).toEqual({ kind: 'nobody' })
})
