import { sql } from 'drizzle-orm'
import type { LinkRight, Role } from '@/core/people/rights'

/** People, links and tokens of every kind, against a database of its own. */

export const ACTORS = [
  'nobody',
  'stranger',
  'viewer',
  'reviewer',
  'editor',
  'owner',
  'leader',
  'looking link',
  'full link',
  'reading token',
  'writing token',
  'project token',
  'meter',
] as const
export type ActorName = (typeof ACTORS)[number]

/** What there is to ask for in one project. */
export interface Ids {
  readonly project: string
  readonly source: string
  readonly sheet: string
  readonly making: string
  readonly content: string
  /** Somebody who has a part in it. */
  readonly person: string
  readonly visits: Readonly<Record<'looking link' | 'full link', string>>
  readonly projectToken: string
  readonly meter: string
}

export interface Fixture {
  /** A project in which everybody but the stranger has their part. */
  project(): Promise<Ids>
  /** One of another organisation, with a page that is read. */
  foreignProject(): Promise<Ids>
  headers(actor: ActorName, ids: Ids): Promise<Record<string, string>>
}

const PASSWORD = 'a long password'

export async function manyActors(): Promise<Fixture> {
  const { database, seeing } = await import('@/server/database/client')
  const { join } = await import('@/server/people/join')
  const { auth } = await import('@/server/people/auth')
  const { makeLink, openLink } = await import('@/server/people/links')
  const { makeToken } = await import('@/server/people/tokens')
  // What is laid out here is laid out past the door.
  const db = { execute: (query: ReturnType<typeof sql>) => seeing('all', () => database().execute(query)) }
  process.env.CALQUE_SET_UP_CODE = 'the code of the first one'
  await join(process.env.CALQUE_SET_UP_CODE, { name: 'Lea', email: 'leader@reach.example', password: PASSWORD })

  const cookies = new Map<string, string>()
  const ids = new Map<string, string>()
  const signIn = async (name: string) => {
    const response = await auth().api.signInEmail({
      body: { email: `${name}@reach.example`, password: PASSWORD },
      headers: new Headers({ host: '127.0.0.1' }),
      asResponse: true,
    })
    cookies.set(
      name,
      response.headers
        .getSetCookie()
        .map((cookie) => cookie.split(';')[0])
        .join('; '),
    )
    ids.set(name, ((await response.json()) as { user: { id: string } }).user.id)
  }
  await signIn('leader')
  await db.execute(sql`insert into organization (id, name, slug) values ('elsewhere', 'Elsewhere', 'elsewhere')`)
  for (const [name, into] of [
    ['viewer', 'office'],
    ['reviewer', 'office'],
    ['editor', 'office'],
    ['owner', 'office'],
    ['stranger', 'elsewhere'],
    ['foreigner', 'elsewhere'],
  ] as const) {
    const invitation = crypto.randomUUID()
    await db.execute(sql`insert into invitation (id, organization_id, email, role, inviter_id, expires_at)
      values (${invitation}, ${into}, ${`${name}@reach.example`}, 'member', ${ids.get('leader')}, now() + interval '1 day')`)
    await join(invitation, { name, password: PASSWORD })
    await signIn(name)
  }
  const of = (name: string) => ({ kind: 'person', id: ids.get(name)!, name, email: '', administrator: false }) as const
  const token = async (scope: 'read' | 'write') =>
    (await makeToken({ userId: ids.get('editor')! }, { name: scope, scope }, of('editor'))).token
  const tokens = { 'reading token': await token('read'), 'writing token': await token('write') }

  let made = 0
  async function filled(organisation: string, roles: readonly Role[], owner: string): Promise<Ids> {
    made++
    const [project, source, sheet, making, content] = ['p', 'f', 's', 'm', 'c'].map((each) => `${each}${made}`) as [
      string,
      string,
      string,
      string,
      string,
    ]
    const hash = content.replace('c', '').padStart(64, '0')
    await db.execute(
      sql`insert into project (id, name, organization_id) values (${project}, 'Boathouse', ${organisation})`,
    )
    await db.execute(sql`insert into content (hash, size, media_type) values (${hash}, 0, 'application/pdf')`)
    await db.execute(
      sql`insert into source (id, project_id, name, content_hash) values (${source}, ${project}, 'plan.pdf', ${hash})`,
    )
    await db.execute(
      sql`insert into sheet (id, source_id, number, width_pt, height_pt) values (${sheet}, ${source}, 1, 100, 100)`,
    )
    await db.execute(
      sql`insert into making (id, project_id, request, status) values (${making}, ${project}, '{"kind":"hand-over","format":"json","on":{}}', 'failed')`,
    )
    for (const role of roles)
      await db.execute(
        sql`insert into project_member (project_id, user_id, role) values (${project}, ${ids.get(role)}, ${role})`,
      )
    const visit = async (may: readonly LinkRight[]) => {
      const { url } = await makeLink(project, { name: 'client', may }, of(owner), 'http://127.0.0.1')
      return (await openLink(url.split('/').at(-1)!, { name: 'Client' }, 'here')).secret
    }
    return {
      project,
      source,
      sheet,
      making,
      content: hash,
      person: ids.get(owner)!,
      visits: { 'looking link': await visit([]), 'full link': await visit(['measure', 'remark', 'hand-over']) },
      projectToken: (await makeToken({ projectId: project }, { name: 'all', scope: 'write' }, of(owner))).token,
      meter: (await makeToken({ projectId: project }, { name: 'meter', scope: 'measurements' }, of(owner))).token,
    }
  }

  return {
    project: () => seeing('all', () => filled('office', ['viewer', 'reviewer', 'editor', 'owner'], 'owner')),
    foreignProject: async () => {
      const there = await seeing('all', () => filled('elsewhere', [], 'foreigner'))
      await db.execute(
        sql`insert into project_member (project_id, user_id, role) values (${there.project}, ${ids.get('foreigner')}, 'owner')`,
      )
      return there
    },
    headers: async (actor, asked): Promise<Record<string, string>> => {
      const base = { host: '127.0.0.1', 'x-calque-address': '127.0.0.1' }
      switch (actor) {
        case 'nobody':
          return base
        case 'looking link':
        case 'full link':
          return { ...base, cookie: `calque.visit=${asked.visits[actor]}` }
        case 'reading token':
        case 'writing token':
          return { ...base, authorization: `Bearer ${tokens[actor]}` }
        case 'project token':
          return { ...base, authorization: `Bearer ${asked.projectToken}` }
        case 'meter':
          return { ...base, authorization: `Bearer ${asked.meter}` }
        default:
          return { ...base, cookie: cookies.get(actor)! }
      }
    },
  }
}
