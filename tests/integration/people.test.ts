import { createHmac } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Change } from '@/core/model/change/change'
import type { Remark } from '@/core/model/remark/schema'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** Signing in, invitations, links and tokens, against a database of their own; asked as a browser asks. */

let database: TestDatabase
let db: Awaited<ReturnType<typeof open>>

async function open() {
  return {
    ...(await import('@/server/database/client')),
    ...(await import('@/server/people/auth')),
    ...(await import('@/server/people/signing-in')),
    ...(await import('@/server/people/join')),
    ...(await import('@/server/people/project-people')),
    ...(await import('@/server/people/links')),
    ...(await import('@/server/people/tokens')),
    ...(await import('@/server/people/actor')),
    ...(await import('@/server/people/administration')),
    ...(await import('@/server/people/audit')),
    ...(await import('@/server/people/letters')),
    ...(await import('@/server/projects')),
    ...(await import('@/server/changes')),
    ...(await import('@/server/people/authorship')),
    ...(await import('@/server/people/transfer')),
  }
}

const HOST = '127.0.0.1:4680'
const ORIGIN = `http://${HOST}`
const PASSWORD = 'a long password'

/** Somebody's browser: it keeps cookies. */
class Visitor {
  private readonly jar = new Map<string, string>()
  constructor(private readonly from = '10.0.0.1') {}

  get headers(): Headers {
    const cookie = [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ')
    return new Headers({ host: HOST, 'x-calque-address': this.from, origin: ORIGIN, ...(cookie && { cookie }) })
  }

  take(cookies: readonly string[]): void {
    for (const cookie of cookies) {
      const [, name, value] = cookie.match(/^([^=]+)=([^;]*)/)!
      this.jar.set(name!, value!)
    }
  }

  async auth(
    path: string,
    body?: object,
  ): Promise<{ status: number; body: Record<string, unknown>; headers: Headers }> {
    const headers = this.headers
    if (body) headers.set('content-type', 'application/json')
    const request = new Request(`${ORIGIN}/api/auth${path}`, {
      method: body ? 'POST' : 'GET',
      headers,
      ...(body && { body: JSON.stringify(body) }),
    })
    const response = await db.signingIn(request)
    this.take(response.headers.getSetCookie())
    return { status: response.status, body: await response.json().catch(() => ({})), headers: response.headers }
  }

  signIn = (email: string, password = PASSWORD) => this.auth('/sign-in/email', { email, password })
  who = async () => (await db.whoAsks(this.headers)).actor
}

const rows = async (query: ReturnType<typeof sql>) => (await db.database().execute(query)).rows
/** The secret in the latest letter to somebody. */
const secretFor = async (email: string) =>
  (await db.listLetters()).find(({ to }) => to === email)!.text.match(/join\/(\S+)/)![1]!

let ada: Visitor
const person = async (visitor: Visitor) => {
  const who = await visitor.who()
  if (who.kind !== 'person') throw new Error('Nobody is signed in.')
  return who
}

beforeAll(async () => {
  database = await testDatabase()
  process.env.CALQUE_SIGN_IN = 'on'
  process.env.CALQUE_SET_UP_CODE = 'the code of the first one'
  db = await open()
  await db.join('the code of the first one', { name: 'Ada', email: 'Ada@Reach.example', password: PASSWORD })
  ada = new Visitor()
  await ada.signIn('ada@reach.example')
})

afterAll(async () => {
  delete process.env.CALQUE_SIGN_IN
  await database?.stop()
})

/** Somebody new in the organisation, signed in. */
async function member(name: string, role = 'member'): Promise<Visitor> {
  const email = `${name}@reach.example`
  const asked = await ada.auth('/organization/invite-member', { organizationId: 'office', email, role })
  expect(asked.status).toBe(200)
  await db.join(await secretFor(email), { name, password: PASSWORD })
  const visitor = new Visitor()
  await visitor.signIn(email)
  return visitor
}

describe('accounts', () => {
  it('are made by invitation alone', async () => {
    const stranger = new Visitor()
    const asked = await stranger.auth('/sign-up/email', { name: 'X', email: 'x@x.example', password: PASSWORD })
    expect(asked.status).toBeGreaterThanOrEqual(400)
    await expect(
      db.join('the code of the first one', { name: 'X', email: 'x@x.example', password: PASSWORD }),
    ).rejects.toMatchObject({ status: 404 })
    await expect(db.join('no such invitation', { name: 'X', password: PASSWORD })).rejects.toMatchObject({
      status: 404,
    })
    expect(await rows(sql`select 1 from person where email = 'x@x.example'`)).toEqual([])
  })

  it('an invitation is good once, and for whom it was sent', async () => {
    await member('bea')
    await expect(
      db.join(await secretFor('bea@reach.example'), { name: 'Bea', password: PASSWORD }),
    ).rejects.toMatchObject({ status: 404 })
    await ada.auth('/organization/invite-member', {
      organizationId: 'office',
      email: 'cal@reach.example',
      role: 'member',
    })
    await expect(
      db.acceptAs(await secretFor('cal@reach.example'), { id: 'b', email: 'bea@reach.example' }),
    ).rejects.toMatchObject({ status: 403 })
    await rows(sql`update invitation set expires_at = now() - interval '1 minute' where email = 'cal@reach.example'`)
    await expect(
      db.join(await secretFor('cal@reach.example'), { name: 'Cal', password: PASSWORD }),
    ).rejects.toMatchObject({ status: 404 })
  })

  it('nobody makes themselves an administrator, an organisation, or a leader', async () => {
    const dan = await member('dan')
    await dan.auth('/update-user', { administrator: true })
    expect(await dan.who()).toMatchObject({ kind: 'person', administrator: false })
    expect((await dan.auth('/organization/create', { name: 'Mine', slug: 'mine' })).status).toBe(403)
    expect(
      (await dan.auth('/organization/invite-member', { organizationId: 'office', email: 'e@e.example', role: 'owner' }))
        .status,
    ).toBeGreaterThanOrEqual(400)
    const [row] = await rows(
      sql`select m.id from member m join person p on p.id = m.user_id where p.email = 'dan@reach.example'`,
    )
    expect(
      (
        await dan.auth('/organization/update-member-role', {
          organizationId: 'office',
          memberId: row!.id,
          role: 'owner',
        })
      ).status,
    ).toBeGreaterThanOrEqual(400)
    expect(await rows(sql`select role from member where id = ${row!.id}`)).toEqual([{ role: 'member' }])
  })

  it('passwords are tried a few times only, whoever tries', async () => {
    await member('eve')
    const statuses: number[] = []
    for (let i = 0; i < 12; i++)
      statuses.push(
        await new Visitor(`10.1.0.${i}`).signIn('eve@reach.example', 'guess number one').then(
          ({ status }) => status,
          ({ status }) => status,
        ),
      )
    expect(statuses.slice(0, 10)).toEqual(Array(10).fill(401))
    expect(statuses.slice(10)).toEqual([429, 429])
    // Another account is not locked by it.
    expect((await new Visitor('10.2.0.1').signIn('ada@reach.example')).status).toBe(200)
  })

  it('a session that is ended is ended', async () => {
    const fay = await member('fay')
    const elsewhere = new Visitor()
    await elsewhere.signIn('fay@reach.example')
    expect(await elsewhere.who()).toMatchObject({ name: 'fay' })
    await fay.auth('/revoke-other-sessions', {})
    expect(await elsewhere.who()).toEqual({ kind: 'nobody' })
    expect(await fay.who()).toMatchObject({ name: 'fay' })
  })

  it('a second factor is asked for where it is on', async () => {
    const gil = await member('gil')
    const enabled = await gil.auth('/two-factor/enable', { password: PASSWORD })
    const secret = new URL(enabled.body.totpURI as string).searchParams.get('secret')!
    expect((await gil.auth('/two-factor/verify-totp', { code: totp(secret) })).status).toBe(200)
    const again = new Visitor()
    expect((await again.signIn('gil@reach.example')).body).toMatchObject({ twoFactorRedirect: true })
    expect(await again.who()).toEqual({ kind: 'nobody' })
    expect((await again.auth('/two-factor/verify-totp', { code: '000000' })).status).toBe(401)
    expect((await again.auth('/two-factor/verify-totp', { code: totp(secret) })).status).toBe(200)
    expect(await again.who()).toMatchObject({ name: 'gil' })
  })

  it('a forgotten password is set anew by the letter, and ends all sessions', async () => {
    const hal = await member('hal')
    await new Visitor().auth('/request-password-reset', { email: 'hal@reach.example', redirectTo: '/sign-in/password' })
    const token = (await db.listLetters())
      .find(({ to, subject }) => to === 'hal@reach.example' && /password/.test(subject))!
      .text.match(/reset-password\/(\w+)/)![1]
    expect((await new Visitor().auth('/reset-password', { newPassword: 'another password', token })).status).toBe(200)
    expect(await hal.who()).toEqual({ kind: 'nobody' })
    expect((await new Visitor().signIn('hal@reach.example', 'another password')).status).toBe(200)
  })
})

/** Six figures of now (RFC 6238) of a secret in base 32 (RFC 4648). */
function totp(secret: string): string {
  const bits = [...secret.replaceAll('=', '')]
    .map((sign) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(sign).toString(2).padStart(5, '0'))
    .join('')
  const key = Buffer.from(bits.match(/.{8}/g)!.map((byte) => Number.parseInt(byte, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000)))
  const hash = createHmac('sha1', key).update(counter).digest()
  const at = hash[19]! & 15
  return String((hash.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}

describe('parts in projects', () => {
  it('end with leaving the organisation, whatever way that went', async () => {
    const ivy = await member('ivy')
    const { id: userId } = await person(ivy)
    const { id } = await db.createProject('Shared', await person(ada))
    await db.invite(id, { email: 'ivy@reach.example', role: 'editor' }, await person(ada), ORIGIN)
    expect((await db.projectPeople(id)).map(({ name }) => name)).toContain('ivy')
    expect((await ivy.auth('/organization/leave', { organizationId: 'office' })).status).toBe(200)
    expect((await db.projectPeople(id)).map((each) => each.id)).not.toContain(userId)
  })

  it('leave an owner', async () => {
    const jo = await member('jo')
    const { id } = await db.createProject('Jo alone', await person(jo))
    const { id: userId } = await person(jo)
    await expect(db.removePerson(id, userId)).rejects.toMatchObject({ status: 409 })
    await expect(db.setRole(id, userId, 'viewer')).rejects.toMatchObject({ status: 409 })
    await db.invite(id, { email: 'ada@reach.example', role: 'owner' }, await person(jo), ORIGIN)
    await db.setRole(id, userId, 'viewer')
    await db.removePerson(id, userId)
    expect(await db.projectPeople(id)).toMatchObject([{ name: 'Ada' }])
  })

  it('wait for whoever has no account yet, in secret', async () => {
    const { id } = await db.createProject('For a guest', await person(ada))
    const { url } = await db.invite(id, { email: 'Guest@Else.example', role: 'reviewer' }, await person(ada), ORIGIN)
    const secret = url!.split('/').at(-1)!
    expect(JSON.stringify(await rows(sql`select * from project_invitation`))).not.toContain(secret)
    await db.join(secret, { name: 'Guest', password: PASSWORD })
    const guest = new Visitor()
    await guest.signIn('guest@else.example')
    expect(await db.listProjects(await person(guest))).toMatchObject([{ id }])
    // A guest belongs to no organisation: what they may do is in that project.
    await expect(db.createProject('Mine', await person(guest))).rejects.toMatchObject({ status: 403 })
  })
})

const remark = (id: string, author: string): Remark => ({
  id,
  kind: 'remark',
  number: 1,
  text: 'Door too low',
  at: { x: 0, y: 0 },
  levelId: 'ground',
  about: [],
  status: 'open',
  author,
  madeAt: '2026-05-01T09:30:00Z',
  assignedTo: '',
  answers: [],
})

describe('a project', () => {
  it('goes to another organisation by the hand of somebody who belongs there, and by nobody else’s', async () => {
    const by = await person(ada)
    const { id } = await db.createProject('Moved', by)
    await rows(sql`insert into organization (id, name, slug, created_at) values ('other', 'Other', 'other', now())`)
    await expect(db.transferProject(id, 'other', by)).rejects.toMatchObject({ status: 403 })
    await expect(db.transferProject(id, 'none', by)).rejects.toMatchObject({ status: 403 })
    await rows(
      sql`insert into member (id, organization_id, user_id, role, created_at) values ('ada-there', 'other', ${by.id}, 'member', now())`,
    )
    await db.transferProject(id, 'other', by)
    expect(await db.organisationOfProject(id)).toEqual({ id: 'other', name: 'Other' })
    // Who has a part in it keeps that.
    expect(await db.projectPeople(id)).toMatchObject([{ name: 'Ada', role: 'owner' }])
    await rows(sql`delete from member where id = 'ada-there'`)
  })
})

describe('an undo', () => {
  const told = (id: string, of: string, edits: Change['edits']): Change => ({ id, label: id, cause: 'undo', of, edits })
  const made = async () => {
    const by = await person(ada)
    const { id } = await db.createProject('Undone', by)
    const own = { id: 'own', before: null, after: remark('own', 'Ada') }
    const keep = (change: Change, who = by) => db.keepChange(id, change, {}, who)
    await keep({ id: 'first', label: 'first', cause: 'edit', of: null, edits: [own] })
    return { keep, own }
  }

  it('takes back what its change did', async () => {
    const { keep, own } = await made()
    await keep(told('back', 'first', [{ id: 'own', before: own.after, after: null }]))
  })

  it('puts no words into another’s mouth', async () => {
    const { keep } = await made()
    const forged = { id: 'forged', before: null, after: remark('forged', 'Bea') }
    await expect(keep(told('forging', 'first', [forged]))).rejects.toMatchObject({ type: 'another-name' })
  })

  it('removes nothing that its change did not make', async () => {
    const { keep } = await made()
    const other = { id: 'other', before: null, after: remark('other', 'Ada') }
    await keep({ id: 'second', label: 'second', cause: 'edit', of: null, edits: [other] })
    const removing = { id: 'other', before: other.after, after: null }
    await expect(keep(told('removing', 'first', [removing]))).rejects.toMatchObject({ status: 422 })
  })
})

describe('links', () => {
  const opened = async (wish: Parameters<typeof db.makeLink>[1], password?: string) => {
    const { id } = await db.createProject('Linked', await person(ada))
    const link = await db.makeLink(id, wish, await person(ada), ORIGIN)
    const visit = await db.openLink(link.url.split('/').at(-1)!, { password }, 'here')
    return { id, link, headers: new Headers({ cookie: `calque.visit=${visit.secret}` }) }
  }

  it('let in as they say, until they end', async () => {
    const { id, link, headers } = await opened({ name: 'client', may: ['measure'] })
    expect((await db.whoAsks(headers)).actor).toMatchObject({ kind: 'visitor', projectId: id, may: ['measure'] })
    await db.endLink(id, link.id)
    expect((await db.whoAsks(headers)).actor).toEqual({ kind: 'nobody' })
    await expect(db.openLink(link.url.split('/').at(-1)!, {}, 'here')).rejects.toMatchObject({ status: 404 })
  })

  it('are over when their time is, also for who is in', async () => {
    const { link, headers } = await opened({
      name: 'client',
      may: [],
      expiresAt: new Date(Date.now() + 3_600_000).toISOString(),
    })
    await rows(sql`update share_link set expires_at = now() - interval '1 second' where id = ${link.id}`)
    expect((await db.whoAsks(headers)).actor).toEqual({ kind: 'nobody' })
    await expect(opened({ name: 'late', may: [], expiresAt: '2020-01-01T00:00:00Z' })).rejects.toMatchObject({
      status: 422,
    })
  })

  it('ask for their password, a few times only, and tell nothing before', async () => {
    const { link } = await opened({ name: 'client', may: [], password: 'heron at dusk' }, 'heron at dusk')
    const secret = link.url.split('/').at(-1)!
    expect(await db.linkOf(secret, 'here')).toEqual({ asksPassword: true, project: null, may: [] })
    const tries: number[] = []
    for (let i = 0; i < 12; i++)
      tries.push(
        await db.openLink(secret, { password: `guess ${i}` }, `10.3.0.${i}`).then(
          () => 200,
          ({ status }) => status,
        ),
      )
    expect(tries.slice(0, 10)).toEqual(Array(10).fill(403))
    expect(tries.at(-1)).toBe(429)
  })

  it('stand nowhere as they are: neither link, visit nor token', async () => {
    const { link, id, headers } = await opened({ name: 'client', may: [], password: 'heron at dusk' }, 'heron at dusk')
    const { token } = await db.makeToken({ projectId: id }, { name: 'meter', scope: 'measurements' }, await person(ada))
    const all = JSON.stringify([
      await rows(sql`select * from share_link`),
      await rows(sql`select * from link_visit`),
      await rows(sql`select * from api_token`),
    ])
    for (const secret of [link.url.split('/').at(-1)!, headers.get('cookie')!.split('=')[1]!, token, 'heron at dusk'])
      expect(all).not.toContain(secret)
  })

  it('that let write ask for a name, and never pass for somebody with an account', async () => {
    await expect(opened({ name: 'client', may: ['remark'] })).rejects.toMatchObject({ status: 422 })
    const { id } = await db.createProject('Linked', await person(ada))
    const { url } = await db.makeLink(id, { name: 'client', may: ['remark'] }, await person(ada), ORIGIN)
    const { secret } = await db.openLink(url.split('/').at(-1)!, { name: ' Ada ' }, 'here')
    const { actor } = await db.whoAsks(new Headers({ cookie: `calque.visit=${secret}` }))
    const said = (author: string) => ({ edits: [{ id: 'r', before: null, after: remark('r', author) }] })
    expect(() => db.mustSayAsSelf(said('Ada'), actor)).toThrow('one’s own name')
    expect(() => db.mustSayAsSelf(said('Ada (by a link)'), actor)).not.toThrow()
  })

  it('a token is over when its time is', async () => {
    const { id } = await db.createProject('Tokened', await person(ada))
    const { token } = await db.makeToken(
      { projectId: id },
      { name: 'meter', scope: 'read', days: 1 },
      await person(ada),
    )
    const headers = new Headers({ authorization: `Bearer ${token}` })
    expect((await db.whoAsks(headers)).actor).toMatchObject({ kind: 'token', projectId: id })
    await rows(sql`update api_token set expires_at = now() - interval '1 second' where project_id = ${id}`)
    await expect(db.whoAsks(headers)).rejects.toMatchObject({ status: 401 })
  })
})

describe('what is written down', () => {
  it('is only ever added to', async () => {
    await db.note({ kind: 'nobody' }, 'something', null)
    for (const attack of [sql`update audit set action = 'nothing'`, sql`delete from audit`, sql`truncate audit`])
      await expect(rows(attack)).rejects.toThrow()
    expect(await db.listAudit(null)).toEqual(expect.arrayContaining([expect.objectContaining({ action: 'something' })]))
  })

  it('names nobody who was erased; what they drew stays', async () => {
    const kim = await member('kim')
    const { id: userId } = await person(kim)
    const { id } = await db.createProject('By Kim', await person(kim))
    const { keepChange, listHistory } = await import('@/server/changes')
    const { plainWall } = await import('../support/plain-wall')
    const edits = [{ id: 'w', before: null, after: plainWall('w') }]
    await keepChange(id, { id: 'k', label: 'Trace wall', cause: 'edit', of: null, edits }, {}, await person(kim))
    expect(await listHistory(id, 100)).toMatchObject([{ author: 'kim' }])
    await db.erasePerson(userId)
    expect(await listHistory(id, 100)).toMatchObject([{ author: 'Former member' }])
    expect((await db.openProject(id)).records.map((record) => record.id)).toContain('w')
    expect(await kim.who()).toEqual({ kind: 'nobody' })
    await expect(db.erasePerson((await person(ada)).id)).rejects.toMatchObject({ status: 409 })
  })
})

describe('files of sheets', () => {
  it('go out only with the project that they belong to, whatever a record names', async () => {
    const [own, foreign] = [
      await db.createProject('Own', await person(ada)),
      await db.createProject('Foreign', await person(ada)),
    ]
    const hash = 'f'.repeat(64)
    await rows(sql`insert into content (hash, size, media_type) values (${hash}, 0, 'application/pdf')`)
    await rows(
      sql`insert into source (id, project_id, name, content_hash) values ('fs', ${foreign.id}, 'secret.pdf', ${hash})`,
    )
    await rows(
      sql`insert into sheet (id, source_id, number, width_pt, height_pt, linework_hash) values ('ss', 'fs', 1, 9, 9, ${hash})`,
    )
    const { filesOf, lineworkOf } = await import('@/server/handed-sheets')
    const records = [{ kind: 'underlay', id: 'u', sheetId: 'ss', visible: true }] as never
    expect(await lineworkOf({ id: own.id, name: 'Own', records })).toEqual([])
    expect(await filesOf({ id: own.id, name: 'Own', records })).toEqual([])
  })
})

describe('quotas', () => {
  it('say how much is used, and let nothing more in', async () => {
    const { mustHaveRoom, mustMayHandOver } = await import('@/server/people/quotas')
    const { id } = await db.createProject('Full', await person(ada))
    await mustHaveRoom(id, 2 ** 40)
    process.env.CALQUE_QUOTA_GB = '1'
    await mustHaveRoom(id, 2 ** 29)
    await expect(mustHaveRoom(id, 2 ** 31)).rejects.toMatchObject({
      status: 413,
      detail: expect.stringContaining('1 GB'),
    })
    process.env.CALQUE_QUOTA_PAGES = '1'
    await expect(mustHaveRoom(id, 1)).rejects.toMatchObject({ status: 413, detail: expect.stringContaining('pages') })
    process.env.CALQUE_QUOTA_HAND_OVERS = '1'
    await mustMayHandOver(id)
    await rows(sql`insert into making (id, project_id, request) values ('made', ${id}, '{}')`)
    await expect(mustMayHandOver(id)).rejects.toMatchObject({ status: 429 })
    for (const name of ['GB', 'PAGES', 'HAND_OVERS']) delete process.env[`CALQUE_QUOTA_${name}`]
  })
})
