import type { Presence } from '@/core/people/presence'
import type { LinkRight, Role, TokenScope } from '@/core/people/rights'
import { call, send } from './api'

/** People and what they may do, as the server tells it. */

export interface SeenAs {
  readonly kind: 'local' | 'person' | 'token' | 'visitor' | 'nobody'
  readonly id: string | null
  readonly name: string
  readonly email: string | null
  readonly administrator: boolean
  readonly organisations: readonly { readonly id: string; readonly name: string; readonly role: string }[]
  /** How one signs in; null where nobody does. */
  readonly signIn: { readonly office: string | null; readonly begins: boolean } | null
}

export interface Invited {
  readonly kind: 'set-up' | 'organisation' | 'project'
  readonly into: string
  readonly email: string | null
  readonly known: boolean
}

export interface ProjectPerson {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly role: Role
}

export interface ProjectInvitation {
  readonly id: string
  readonly email: string
  readonly role: Role
  /** ISO 8601, as what follows. */
  readonly expiresAt: string
}

export interface ShareLink {
  readonly id: string
  readonly name: string
  readonly may: readonly LinkRight[]
  readonly hasPassword: boolean
  readonly expiresAt: string | null
  readonly createdAt: string
  readonly usedAt: string | null
}

export interface ApiToken {
  readonly id: string
  readonly name: string
  readonly scope: TokenScope
  readonly expiresAt: string | null
  readonly createdAt: string
  readonly usedAt: string | null
}

/** Something that somebody did, by their id. */
export interface LogEntry {
  readonly id: string
  readonly at: string
  readonly actor: string
  readonly action: string
}

export interface Letter {
  readonly id: string
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly sentAt: string
}

export interface Administration {
  readonly people: readonly {
    readonly id: string
    readonly name: string
    readonly email: string
    readonly administrator: boolean
    readonly createdAt: string
    readonly seenAt: string | null
  }[]
  readonly projects: readonly {
    readonly id: string
    readonly name: string
    readonly organisation: string
    readonly people: number
    readonly bytes: number
    readonly pages: number
    readonly changedAt: string
  }[]
  readonly space: { readonly databaseBytes: number; readonly contentBytes: number }
  readonly health: { readonly queue: number; readonly readerSeenSeconds: number | null }
  readonly failures: readonly { readonly what: string; readonly name: string; readonly why: string | null }[]
}

/** Where the tokens of a person, or of a project, are asked for. */
const tokensAt = (projectId: string | null) =>
  projectId === null ? '/api/tokens' : `/api/projects/${projectId}/tokens`

export const peopleApi = {
  me: () => call<SeenAs>('/api/me'),
  invitation: (secret: string) => call<Invited>(`/api/join?secret=${encodeURIComponent(secret)}`),
  join: (body: { secret: string; name?: string; email?: string | undefined; password?: string }) =>
    call<{ projectId: string | null }>('/api/join', send('POST', body)),
  link: (secret: string) =>
    call<{ asksPassword: boolean; project: string | null; may: readonly LinkRight[] }>(
      `/api/links?secret=${encodeURIComponent(secret)}`,
    ),
  openLink: (body: { secret: string; password?: string | undefined; name?: string | undefined }) =>
    call<{ projectId: string }>('/api/links', send('POST', body)),
  people: (projectId: string) =>
    call<{ people: ProjectPerson[]; invited: ProjectInvitation[] }>(`/api/projects/${projectId}/people`),
  invite: (projectId: string, email: string, role: Role) =>
    call<{ url: string | null }>(`/api/projects/${projectId}/people`, send('POST', { email, role })),
  setRole: (projectId: string, personId: string, role: Role) =>
    call<void>(`/api/projects/${projectId}/people/${personId}`, send('PATCH', { role })),
  removePerson: (projectId: string, personId: string) =>
    call<void>(`/api/projects/${projectId}/people/${personId}`, send('DELETE')),
  takeBack: (projectId: string, invitationId: string) =>
    call<void>(`/api/projects/${projectId}/invitations/${invitationId}`, send('DELETE')),
  links: (projectId: string) => call<ShareLink[]>(`/api/projects/${projectId}/links`),
  makeLink: (
    projectId: string,
    wish: { name: string; may: readonly LinkRight[]; password: string | null; expiresAt: string | null },
  ) => call<{ id: string; url: string }>(`/api/projects/${projectId}/links`, send('POST', wish)),
  endLink: (projectId: string, linkId: string) =>
    call<void>(`/api/projects/${projectId}/links/${linkId}`, send('DELETE')),
  tokens: (projectId: string | null) => call<ApiToken[]>(tokensAt(projectId)),
  makeToken: (projectId: string | null, wish: { name: string; scope: TokenScope; days: number | null }) =>
    call<{ id: string; token: string }>(tokensAt(projectId), send('POST', wish)),
  endToken: (projectId: string | null, id: string) => call<void>(`${tokensAt(projectId)}/${id}`, send('DELETE')),
  /** Sent also while the window closes. */
  tellPresence: (projectId: string, presence: Omit<Presence, 'who'>) =>
    call<void>(`/api/projects/${projectId}/presence`, { ...send('POST', presence), keepalive: true }),
  log: (projectId: string) => call<LogEntry[]>(`/api/projects/${projectId}/audit`),
  letters: () => call<Letter[]>('/api/letters'),
  administration: () => call<Administration>('/api/administration'),
  setAdministrator: (id: string, administrator: boolean) =>
    call<void>(`/api/administration/people/${id}`, send('PATCH', { administrator })),
  erasePerson: (id: string) => call<void>(`/api/administration/people/${id}`, send('DELETE')),
}
