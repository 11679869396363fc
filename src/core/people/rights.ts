/** Who may do what: one function decides. */

/** What a person is in a project; each may do what those before it may. */
export const ROLES = ['viewer', 'reviewer', 'editor', 'owner'] as const
export type Role = (typeof ROLES)[number]

/** What is done with a project. */
export const PROJECT_ACTIONS = [
  /** See its sheets, its model and its history. */
  'look',
  /** Measure on the screen. */
  'measure',
  /** Pin remarks, answer and settle them. */
  'remark',
  /** Send lengths that were measured on site. */
  'send-lengths',
  /** Make files of it. */
  'hand-over',
  /** Change it. */
  'edit',
  /** Rename it, give it away, say who may do what, put it into the trash. */
  'manage',
] as const
export type ProjectAction = (typeof PROJECT_ACTIONS)[number]

/** What is done beside projects. */
export const SITE_ACTIONS = [
  /** Whoever reaches the server; who it is is not asked. */
  'anyone',
  /** Be told as who one is seen. */
  'say-who',
  'list-projects',
  /** Hear what happens in the projects that one sees. */
  'hear',
  'begin-project',
  'use-library',
  'change-library',
  /** See and change what belongs to oneself. */
  'own-account',
  /** See who works here, how much there is, what fails. */
  'administer',
] as const
export type SiteAction = (typeof SITE_ACTIONS)[number]

export type Action = ProjectAction | SiteAction

const OF_VIEWER: readonly ProjectAction[] = ['look', 'measure']
const OF_REVIEWER: readonly ProjectAction[] = [...OF_VIEWER, 'remark', 'send-lengths', 'hand-over']
const OF_EDITOR: readonly ProjectAction[] = [...OF_REVIEWER, 'edit']

export const ROLE_ACTIONS: Readonly<Record<Role, readonly ProjectAction[]>> = {
  viewer: OF_VIEWER,
  reviewer: OF_REVIEWER,
  editor: OF_EDITOR,
  owner: PROJECT_ACTIONS,
}

/** What a link may be given beside looking. */
export const LINK_RIGHTS = ['measure', 'remark', 'hand-over'] as const satisfies readonly ProjectAction[]
export type LinkRight = (typeof LINK_RIGHTS)[number]

/** How far a token reaches within what whoever made it may do. */
export const TOKEN_SCOPES = ['read', 'write', 'measurements'] as const
export type TokenScope = (typeof TOKEN_SCOPES)[number]

const SCOPE_ACTIONS: Readonly<Record<TokenScope, readonly Action[]>> = {
  read: ['look', 'measure', 'hand-over', 'list-projects', 'hear', 'use-library'],
  write: [
    ...OF_EDITOR,
    ...([
      'list-projects',
      'hear',
      'begin-project',
      'use-library',
      'change-library',
    ] as const satisfies readonly SiteAction[]),
  ],
  measurements: ['send-lengths'],
}

/** Who asks for something. */
export type Actor =
  /** The one person of a Calque that asks nobody to sign in. */
  | { readonly kind: 'local' }
  | {
      readonly kind: 'person'
      readonly id: string
      readonly name: string
      readonly email: string
      readonly administrator: boolean
    }
  /** A program; of a person or of one project. */
  | {
      readonly kind: 'token'
      readonly id: string
      readonly name: string
      readonly scope: TokenScope
      readonly personId: string | null
      readonly projectId: string | null
    }
  /** Whoever opened a link. */
  | {
      readonly kind: 'visitor'
      readonly visitId: string
      readonly linkId: string
      readonly projectId: string
      readonly name: string
      readonly may: readonly LinkRight[]
    }
  | { readonly kind: 'nobody' }

/** Whoever uses a Calque that asks nobody to sign in, and what Calque does by itself. */
export const LOCAL: Actor = { kind: 'local' }

/**
 * What somebody is called, also as author of remarks; empty where nobody knows. Who came by a link chose the name
 * themselves, so it says where it is from: nobody is taken for a person with an account.
 */
export function calledName(actor: Actor): string {
  if (actor.kind === 'visitor') return actor.name && `${actor.name}${BY_LINK}`
  return 'name' in actor ? actor.name : ''
}

const BY_LINK = ' (by a link)'

/** A project, as far as it matters to who may do what in it. */
export interface Standing {
  readonly projectId: string
  /** What the person behind the actor is in it; null for nothing. */
  readonly role: Role | null
}

const isOfProject = (action: Action): action is ProjectAction => (PROJECT_ACTIONS as readonly Action[]).includes(action)

/**
 * Whether somebody may do something.
 * @param standing the project in which, and what the person is there; null for what is done beside projects
 */
export function allowed(actor: Actor, action: Action, standing: Standing | null): boolean {
  if (action === 'anyone' || action === 'say-who') return true
  if (!isOfProject(action)) return standing === null && mayBesideProjects(actor, action)
  return standing !== null && actionsIn(actor, standing).includes(action)
}

/** Everything that somebody may do in a project. */
export function actionsIn(actor: Actor, { projectId, role }: Standing): readonly ProjectAction[] {
  const ofRole = role === null ? [] : ROLE_ACTIONS[role]
  switch (actor.kind) {
    case 'local':
      return PROJECT_ACTIONS
    case 'person':
      return ofRole
    case 'visitor':
      return actor.projectId === projectId ? ['look', ...actor.may] : []
    case 'token': {
      const within = SCOPE_ACTIONS[actor.scope]
      const reach = actor.projectId === null ? ofRole : actor.projectId === projectId ? OF_EDITOR : []
      return reach.filter((action) => within.includes(action))
    }
    case 'nobody':
      return []
  }
}

function mayBesideProjects(actor: Actor, action: SiteAction): boolean {
  switch (actor.kind) {
    case 'local':
      // There is no account behind the one person of this machine.
      return action !== 'own-account'
    case 'person':
      return action === 'administer' ? actor.administrator : true
    case 'token':
      return actor.personId !== null && SCOPE_ACTIONS[actor.scope].includes(action)
    case 'visitor':
      return action === 'hear'
    case 'nobody':
      return false
  }
}
