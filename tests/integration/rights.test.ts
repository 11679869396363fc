import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Action } from '@/core/people/rights'
import { declared, fileOf } from '../support/declared-routes'
import { routesInCode } from '../support/openapi'
import { ACTORS, type ActorName, type Fixture, type Ids, manyActors } from '../support/people'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** Every route is tried as everybody, in a project of theirs and in a stranger's. */

let database: TestDatabase
let people: Fixture
let own: Ids
let foreign: Ids

beforeAll(async () => {
  database = await testDatabase()
  // As the web server has it: behind both walls.
  process.env.CALQUE_DATABASE_URL = database.url
  process.env.CALQUE_SIGN_IN = 'on'
  people = await manyActors()
  own = await people.project()
  foreign = await people.foreignProject()
})

afterAll(async () => {
  delete process.env.CALQUE_SIGN_IN
  await database?.stop()
})

/** Who may do what, written down once more by hand. */
const MAY: Readonly<Record<Exclude<Action, 'anyone' | 'say-who'>, readonly ActorName[]>> = {
  look: [
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
  ],
  measure: [],
  remark: ['reviewer', 'editor', 'owner', 'leader', 'full link', 'writing token', 'project token'],
  'send-lengths': ['reviewer', 'editor', 'owner', 'leader', 'writing token', 'project token', 'meter'],
  'hand-over': [
    'reviewer',
    'editor',
    'owner',
    'leader',
    'full link',
    'reading token',
    'writing token',
    'project token',
  ],
  edit: ['editor', 'owner', 'leader', 'writing token', 'project token'],
  manage: ['owner', 'leader'],
  'list-projects': ['viewer', 'reviewer', 'editor', 'owner', 'leader', 'stranger', 'reading token', 'writing token'],
  hear: [
    'viewer',
    'reviewer',
    'editor',
    'owner',
    'leader',
    'stranger',
    'looking link',
    'full link',
    'reading token',
    'writing token',
  ],
  'begin-project': ['viewer', 'reviewer', 'editor', 'owner', 'leader', 'stranger', 'writing token'],
  'use-library': ['viewer', 'reviewer', 'editor', 'owner', 'leader', 'stranger', 'reading token', 'writing token'],
  'change-library': ['viewer', 'reviewer', 'editor', 'owner', 'leader', 'stranger', 'writing token'],
  'own-account': ['viewer', 'reviewer', 'editor', 'owner', 'leader', 'stranger'],
  administer: ['leader'],
}

/** What asks for more than the least that it is declared with. */
const STRICTER: Readonly<Record<string, Action>> = {
  // Leaving oneself takes no more than being there.
  'DELETE /api/projects/{id}/people/{person}': 'manage',
}

const ROUTES = routesInCode()
const DECLARED = ROUTES.flatMap((route) => declared(route) ?? [])

it('every route declares what is done by it, and leaves no other way in', () => {
  expect(ROUTES.filter((route) => !declared(route))).toEqual([])
  // Nothing is exported past the door.
  for (const { path } of ROUTES)
    expect(
      readFileSync(fileOf(path), 'utf8').match(/export (?!const (GET|POST|PUT|PATCH|DELETE) = door\(|const dynamic )/),
    ).toBeNull()
})

it('what anybody may do is only what tells nothing of anybody', () =>
  expect(
    DECLARED.filter(({ action }) => action === 'anyone' || action === 'say-who').map(
      ({ method, path }) => `${method} ${path}`,
    ),
  ).toEqual([
    'GET /api/auth/{...all}',
    'POST /api/auth/{...all}',
    'GET /api/health',
    'GET /api/health/live',
    'GET /api/health/ready',
    'GET /api/join',
    'POST /api/join',
    'GET /api/links',
    'POST /api/links',
    'GET /api/me',
  ]))

const TRIED = DECLARED.filter(({ action }) => action !== 'anyone' && action !== 'say-who')

describe.each(TRIED)('$method $path ($action)', ({ method, path, action, about }) => {
  const ask = async (actor: ActorName, ids: Awaited<ReturnType<Fixture['project']>>) => {
    const handlers = (await import(fileOf(path))) as Record<
      string,
      (request: Request, context: object) => Promise<Response>
    >
    const id = about === 'content' ? '' : (ids[about ?? 'project'] as string)
    const params = {
      id,
      hash: ids.content,
      format: 'json',
      revision: '0',
      person: ids.person,
      issue: 'none',
      link: 'none',
      token: 'none',
      invitation: 'none',
    }
    const gone = new AbortController()
    const request = new Request(`http://127.0.0.1${path.replace('{id}', id)}`, {
      method,
      headers: { ...(await people.headers(actor, ids)), 'content-type': 'application/json' },
      signal: gone.signal,
      ...(method !== 'GET' && method !== 'DELETE' && { body: '{"none":1}' }),
    })
    // Streams, and files that are waited for, have no end here.
    gone.abort()
    return (await handlers[method]!(request, { params: Promise.resolve(params) })).status
  }

  it.each(ACTORS)('as %s', async (actor) => {
    const may = MAY[(STRICTER[`${method} ${path}`] ?? action) as keyof typeof MAY].includes(actor)
    // What is refused changes nothing: one project serves all who are.
    const status = await ask(actor, may && method !== 'GET' ? await people.project() : own)
    if (actor === 'nobody') return expect(status).toBe(401)
    if (may) return expect([401, 403, 500]).not.toContain(status)
    return expect(status).toBe(about !== null && actor === 'stranger' ? 404 : 403)
  })

  if (about !== null)
    it.each(ACTORS.filter((actor) => actor !== 'nobody'))('not as %s of another project', async (actor) => {
      expect(
        await ask(actor, { ...foreign, visits: own.visits, projectToken: own.projectToken, meter: own.meter }),
      ).toBe(404)
    })
})
