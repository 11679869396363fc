import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  type Action,
  type Actor,
  actionsIn,
  allowed,
  LINK_RIGHTS,
  PROJECT_ACTIONS,
  ROLES,
  TOKEN_SCOPES,
} from '@/core/people/rights'
import { API, type Route, routesInCode } from './openapi'

/** What the id in a path names; null where a request is about nothing of a project. */
export type About = 'project' | 'source' | 'sheet' | 'making' | 'content' | null

/** A request with what it declares at the door. */
export interface Declared extends Route {
  readonly action: Action
  readonly about: About
}

export const fileOf = (path: string): string =>
  join(API, path.replace('/api', '').replaceAll('{', '[').replaceAll('}', ']'), 'route.ts')

/** What a route declares; null where it declares nothing. */
export function declared({ method, path }: Route): Declared | null {
  const text = readFileSync(fileOf(path), 'utf8')
  const [, action, , about] =
    text.match(new RegExp(`export const ${method} = door\\(\\s*'([a-z-]+)',\\s*(null|'([a-z]+)')`)) ?? []
  return action ? { method, path, action: action as Action, about: (about as About) ?? null } : null
}

const PERSON: Actor = { kind: 'person', id: 'a', name: 'A', email: '', administrator: false }
const MARK = (may: boolean): string => (may ? '●' : '')

/** Who may do what, as a table: the roles of a project, what links and tokens reach. */
function whoMayWhat(): string[] {
  const link = (right: (typeof LINK_RIGHTS)[number]): Actor => ({
    kind: 'visitor',
    visitId: '',
    linkId: '',
    projectId: 'p',
    name: '',
    may: [right],
  })
  const token = (scope: (typeof TOKEN_SCOPES)[number]): Actor => ({
    kind: 'token',
    id: '',
    name: '',
    scope,
    personId: null,
    projectId: 'p',
  })
  const columns: readonly (readonly [string, (action: (typeof PROJECT_ACTIONS)[number]) => boolean])[] = [
    ...ROLES.map((role) => [role, (action: Action) => allowed(PERSON, action, { projectId: 'p', role })] as const),
    ...LINK_RIGHTS.map(
      (right) =>
        [
          `link: ${right}`,
          (action: Action) => (actionsIn(link(right), { projectId: 'p', role: null }) as Action[]).includes(action),
        ] as const,
    ),
    ...TOKEN_SCOPES.map(
      (scope) =>
        [
          `token: ${scope}`,
          (action: Action) => (actionsIn(token(scope), { projectId: 'p', role: null }) as Action[]).includes(action),
        ] as const,
    ),
  ]
  return [
    `| | ${columns.map(([word]) => word).join(' | ')} |`,
    `| --- | ${columns.map(() => '---').join(' | ')} |`,
    ...PROJECT_ACTIONS.map(
      (action) => `| \`${action}\` | ${columns.map(([, may]) => MARK(may(action))).join(' | ')} |`,
    ),
  ]
}

/** docs/rights.md, made from the door's declarations and the function that decides. */
export function rightsPaper(): string {
  const routes = routesInCode().flatMap((route) => declared(route) ?? [])
  return [
    '# Who may do what',
    '',
    'Made from the code by `npm run papers`. Every request declares what is done by it; one function, `allowed` in `src/core/people/rights.ts`, decides whether whoever asks may do it. Every request is tried as everybody by `tests/integration/rights.test.ts`.',
    '',
    '## In a project',
    '',
    ...whoMayWhat(),
    '',
    'Who owns or leads the organisation whose project it is, is an owner of it. A token of a person reaches as far as they do, within its scope; one of a project as far as an editor.',
    '',
    '## Requests',
    '',
    '| Request | What is done | In the project of a |',
    '| --- | --- | --- |',
    ...routes.map(({ method, path, action, about }) => `| \`${method} ${path}\` | \`${action}\` | ${about ?? ''} |`),
    '',
    'A change that touches anything but remarks takes `edit`. Who leaves a project by themselves need not manage it.',
    '',
  ].join('\n')
}
