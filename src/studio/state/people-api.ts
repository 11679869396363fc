import type { Presence } from '@/core/people/presence'
import type { LinkRight, Role, TokenScope } from '@/core/people/rights'
import type {
  Administration,
  ApiToken,
  AuditEntry,
  Invited,
  KeptLetter,
  ProjectInvitation,
  ProjectPerson,
  SeenAs,
  ShareLink,
} from '@/core/people/views'
import { call, send } from './api'

/** People and what they may do, as the server tells it. */

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
    call<{ people: ProjectPerson[]; invited: ProjectInvitation[]; organisation?: { id: string; name: string } }>(
      `/api/projects/${projectId}/people`,
    ),
  transfer: (projectId: string, organizationId: string) =>
    call<void>(`/api/projects/${projectId}/transfer`, send('POST', { organizationId })),
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
  log: (projectId: string) => call<AuditEntry[]>(`/api/projects/${projectId}/audit`),
  letters: () => call<KeptLetter[]>('/api/letters'),
  administration: () => call<Administration>('/api/administration'),
  setAdministrator: (id: string, administrator: boolean) =>
    call<void>(`/api/administration/people/${id}`, send('PATCH', { administrator })),
  erasePerson: (id: string) => call<void>(`/api/administration/people/${id}`, send('DELETE')),
}
