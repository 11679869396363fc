import { object, string } from 'yup'
import { idSchema } from '@/core/model/fields'
import { MODEL_HEADER, MODEL_VERSION } from '@/core/model/versions/registry'
import { type Action, type Actor, actionsIn, allowed, type ProjectAction, type Standing } from '@/core/people/rights'
import { seeing } from '@/server/database/client'
import { type Asking, whoAsks } from '@/server/people/actor'
import { note } from '@/server/people/audit'
import { type About, projectsOf } from '@/server/people/belonging'
import { isSignInOn } from '@/server/people/sign-in-settings'
import { sightOf, standingsOf } from '@/server/people/standing'
import { notFound, Problem } from '@/server/problem'
import { traced } from '@/server/tracing'
import { SAFE } from '@/server/web/guard'
import { answer, check } from './answer'

/** A request that was let in. */
export interface Entered {
  readonly request: Request
  /** What the path names. */
  readonly params: Readonly<Record<string, string>>
  /** The id that the request is about; empty where it is about nothing in particular. */
  readonly id: string
  /** Who asks. */
  readonly by: Actor
  /** Who they are by now, for what lasts: sessions and links can end meanwhile. */
  readonly again: () => Promise<readonly Actor[]>
  /** The project that it is about, and what they are in it; null for none. */
  readonly standing: Standing | null
  /** Asks for more than the request was declared with, once it is known that more is needed. @throws Problem 403 */
  readonly need: (action: ProjectAction) => void
}

interface RouteContext {
  readonly params: Promise<object>
}

const WHAT: Readonly<Record<About, string>> = {
  project: 'The project',
  source: 'The file',
  sheet: 'The page',
  making: 'What was asked for',
  content: 'The file',
}

/** Ids by which contents are named. */
const hashSchema = string().matches(/^[0-9a-f]{64}$/)

/**
 * The door of every request: who asks is told by what they bring, and `allowed` is asked whether they may do it, here and
 * nowhere else.
 * @param action what is done
 * @param about what the id in the path names; null where nothing of a project is touched
 */
export const door =
  (action: Action, about: About | null, work: (entered: Entered) => Promise<unknown>) =>
  (request: Request, context?: RouteContext): Promise<Response> =>
    answer(async () => {
      if (action !== 'anyone') mustSpeakAlike(request.headers)
      const params = ((await context?.params) ?? {}) as Record<string, string>
      const id = await idIn(params, about)
      // Whoever watches whether Calque is well need not be somebody, and is told so also when the database is away.
      if (action === 'anyone')
        return work({ request, params, id, by: NOBODY, again: async () => [], standing: null, need: refuse })
      const asking = await whoAsks(request.headers)
      const { by, standing } = about
        ? await enterProject(asking, action, about, id)
        : { by: besideProjects(asking, action), standing: null }
      const need = (more: ProjectAction) => {
        if (!allowed(by, more, standing)) throw refusal(by)
      }
      const again = async () => {
        const { actor, visits } = await whoAsks(request.headers)
        return [actor, ...visits]
      }
      const sight = standing && by.kind !== 'local' ? (`project:${standing.projectId}` as const) : sightOf(by)
      const result = await traced(`action ${action}`, { 'calque.actor': by.kind }, () =>
        seeing(sight, () => work({ request, params, id, by, again, standing, need })),
      )
      if (isNoted(request, action))
        await note(by, `${request.method} ${new URL(request.url).pathname}`, standing?.projectId ?? null)
      return result
    })

/**
 * While Calque is renewed, windows and servers of two versions are there at once: none takes the other's records for its own.
 * @throws Problem
 */
function mustSpeakAlike(headers: Headers): void {
  const spoken = Number(headers.get(MODEL_HEADER) ?? MODEL_VERSION)
  if (spoken < MODEL_VERSION)
    throw new Problem(409, 'newer-calque', 'Calque was renewed. Load this window anew: what you made in it is kept.')
  if (spoken > MODEL_VERSION)
    throw new Problem(503, 'older-calque', 'Calque is being renewed. What you do is kept in this window and sent soon.')
}

/**
 * Whether it is written down who did it: what changes something, and what carries a project out. Changes of the model are
 * told by its history, and who looks is not watched.
 */
function isNoted(request: Request, action: Action): boolean {
  if (!isSignInOn() || action === 'look' || action === 'send-lengths') return false
  const { pathname } = new URL(request.url)
  return action === 'hand-over'
    ? /\/(file|hand-over\/[^/]+)$/.test(pathname)
    : !SAFE.has(request.method) && !pathname.endsWith('/changes')
}

async function idIn(params: Readonly<Record<string, string>>, about: About | null): Promise<string> {
  if (about === 'content') return (await check(params, object({ hash: hashSchema.required() }))).hash
  if (params.id === undefined) return ''
  return (await check(params, object({ id: idSchema.required() }))).id
}

function besideProjects({ actor }: Asking, action: Action): Actor {
  if (!allowed(actor, action, null)) throw refusal(actor)
  return actor
}

/**
 * Who may do it, of those as whom somebody can ask, in the first project to which it belongs. To who may do
 * nothing in it, it is not there.
 */
async function enterProject(
  { actor, visits }: Asking,
  action: Action,
  about: About,
  id: string,
): Promise<{ by: Actor; standing: Standing | null }> {
  // The one person of a Calque without sign-in is told by the work itself what is not there.
  if (actor.kind === 'local') return { by: actor, standing: { projectId: id, role: 'owner' } }
  if (actor.kind === 'nobody') throw refusal(actor)
  const projectIds = await projectsOf(about, id)
  const standings = await standingsOf(actor, projectIds)
  const ways = [
    ...standings.map((standing) => ({ by: actor, standing })),
    ...visits.flatMap((by) => projectIds.map((projectId) => ({ by, standing: { projectId, role: null } }))),
  ]
  const way = ways.find(({ by, standing }) => allowed(by, action, standing))
  if (way) return way
  const isTheirs = ways.some(({ by, standing }) => actionsIn(by, standing).length > 0)
  throw isTheirs ? refusal(actor) : notFound(WHAT[about])
}

const NOBODY: Actor = { kind: 'nobody' }

const refuse = (): never => {
  throw refusal(NOBODY)
}

const refusal = (actor: Actor): Problem =>
  actor.kind === 'nobody'
    ? new Problem(401, 'not-signed-in', 'Sign in first.')
    : new Problem(403, 'not-allowed', NOT_ALLOWED[actor.kind])

const NOT_ALLOWED: Readonly<Record<Exclude<Actor['kind'], 'nobody'>, string>> = {
  local: 'There are no accounts in a Calque that asks nobody to sign in.',
  person: 'You may not do that here. Ask an owner of the project for it.',
  token: 'The token does not reach that far. Make one with a wider scope in Calque.',
  visitor: 'The link does not allow that. Ask whoever sent it.',
}
