import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { HandOverChoice, MakingView } from '@/core/formats/making'
import type { Change, KeptChange } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'
import { MODEL_HEADER, MODEL_VERSION } from '@/core/model/versions/registry'
import type { ProjectAction } from '@/core/people/rights'
import type { HistoryEntry, SheetView, SourceView } from '@/core/project/views'
import type { PageMatch } from '@/core/sheet/likeness'
import type { KnownAt } from '@/core/sync/server'

export type { SheetView, SourceView }

/** The server as the studio sees it, over HTTP. */

export interface ProjectSummary {
  id: string
  name: string
  changedAt: string
  underlays: number
  elements: number
  pictureHash: string | null
}

export interface ProjectSnapshot {
  id: string
  name: string
  revision: number
  epoch: string
  records: ProjectRecord[]
  sources: SourceView[]
  /** What whoever asks may do in it. */
  may: ProjectAction[]
  /** As who they are seen. */
  you: { id: string; name: string }
}

export interface TrashedProject {
  id: string
  name: string
  /** ISO 8601, as what follows. */
  deletedAt: string
  /** When it goes for good. */
  goesAt: string
}

/** The largest file that the server accepts. */
export const UPLOAD_LIMIT_MB = 200

/** What the server refused, with its sentence (RFC 9457). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly body: Record<string, unknown> = {},
    /** After what time it may be tried again, where the server says so. */
    readonly retryAfterMs: number | null = null,
  ) {
    super(detail)
  }

  /** The kind of problem, as the last part of its type URI. */
  get type(): string {
    return String(this.body.type ?? '')
      .split('/')
      .at(-1)!
  }
}

/** The server could not be reached at all. */
export class OfflineError extends Error {}

/** Beyond any answer: what takes longer was lost on its way, and is asked again. */
const LONGEST_WAIT_MS = 120_000
/** An archive is sent, unpacked and read. */
const LONGEST_ARCHIVE_MS = 1_200_000

export async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response
  try {
    const headers = { ...init?.headers, [MODEL_HEADER]: String(MODEL_VERSION) }
    response = await fetch(path, { cache: 'no-store', signal: AbortSignal.timeout(LONGEST_WAIT_MS), ...init, headers })
  } catch {
    throw new OfflineError('The server does not answer.')
  }
  const body = (await response.json().catch(() => null)) as unknown
  if (response.ok) return body as T
  const problem = (body ?? {}) as Record<string, unknown>
  const seconds = Number(response.headers.get('retry-after') ?? Number.NaN)
  throw new ApiError(
    response.status,
    String(problem.detail ?? 'The server could not do that. Try again.'),
    problem,
    Number.isFinite(seconds) ? seconds * 1000 : null,
  )
}

export const send = (method: string, body?: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: body === undefined ? undefined : JSON.stringify(body),
})

export const contentUrl = (hash: string): string => `/api/contents/${hash}`

export const api = {
  trash: () => call<TrashedProject[]>('/api/trash'),
  restoreProject: (id: string) => call<void>(`/api/trash/${id}/restore`, send('POST')),
  removeForGood: (id: string) => call<void>(`/api/trash/${id}`, send('DELETE')),
  projects: () => call<ProjectSummary[]>('/api/projects'),
  createProject: (name: string) => call<{ id: string }>('/api/projects', send('POST', { name })),
  /** Remarks of a BCF. */
  takeRemarks: (id: string, file: Blob) =>
    call<{ fresh: number; renewed: number; picturesLeftOut: number }>(`/api/projects/${id}/remarks`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
    }),
  /** A new project of an archive. */
  takeInArchive: (file: Blob) =>
    call<{ id: string }>('/api/projects', {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
      signal: AbortSignal.timeout(LONGEST_ARCHIVE_MS),
    }),
  renameProject: (id: string, name: string) => call<void>(`/api/projects/${id}`, send('PATCH', { name })),
  deleteProject: (id: string) => call<void>(`/api/projects/${id}`, send('DELETE')),
  project: (id: string) => call<ProjectSnapshot>(`/api/projects/${id}`),
  sources: (projectId: string) => call<SourceView[]>(`/api/projects/${projectId}/sources`),
  unlock: (sourceId: string, password: string) =>
    call<void>(`/api/sources/${sourceId}/password`, send('POST', { password })),
  stopReading: (sourceId: string) => call<void>(`/api/sources/${sourceId}/reading`, send('POST', { state: 'stopped' })),
  resumeReading: (sourceId: string) => call<void>(`/api/sources/${sourceId}/reading`, send('POST', { state: 'going' })),
  matches: (sourceId: string) => call<PageMatch[]>(`/api/sources/${sourceId}/matches`),
  prefer: (projectId: string, sheetIds: readonly string[], what: 'pictures' | 'lines') =>
    call<void>(`/api/projects/${projectId}/preferred`, send('POST', { sheetIds, what })),
  findPages: (projectId: string, text: string) =>
    call<{ sheetId: string; line: string }[]>(`/api/projects/${projectId}/pages?text=${encodeURIComponent(text)}`),
  proposal: (sheetId: string) =>
    call<{ proposal: ScaleProposal | null; lettering: boolean }>(`/api/sheets/${sheetId}/proposal`),
  askForStrokes: (sheetId: string) => call<void>(`/api/sheets/${sheetId}/strokes`, send('POST', {})),
  setResolution: (sheetId: string, dpi: number | null) => call<void>(`/api/sheets/${sheetId}`, send('PATCH', { dpi })),
  removeSource: (sourceId: string) => call<void>(`/api/sources/${sourceId}`, send('DELETE')),
  /** Asks for a file of a project; see `making` for how it stands. */
  askFor: (projectId: string, format: string, on: HandOverChoice) =>
    call<MakingView>(`/api/projects/${projectId}/makings`, send('POST', { format, on })),
  making: (id: string) => call<MakingView>(`/api/makings/${id}`),
  stopMaking: (id: string) => call<void>(`/api/makings/${id}`, send('DELETE')),
  history: (projectId: string, before: number) =>
    call<HistoryEntry[]>(`/api/projects/${projectId}/history?before=${before}`),
  stateAt: (projectId: string, revision: number) =>
    call<{ records: ProjectRecord[] }>(`/api/projects/${projectId}/states/${revision}`),
  keepChange: (projectId: string, change: Change, at: KnownAt) =>
    call<{ revision: number; asSent: boolean }>(
      `/api/projects/${projectId}/changes`,
      send('POST', { ...change, version: MODEL_VERSION, at }),
    ),
  knownChanges: (projectId: string, ids: readonly string[]) =>
    call<{ known: { id: string; revision: number }[] }>(
      `/api/projects/${projectId}/changes/known`,
      send('POST', { ids }),
    ),
  changesSince: (projectId: string, { epoch, revision }: KnownAt) =>
    call<KeptChange[]>(`/api/projects/${projectId}/changes?since=${revision}&epoch=${epoch}`),
  changesBefore: (projectId: string, revision: number) =>
    call<KeptChange[]>(`/api/projects/${projectId}/changes?before=${revision}`),
}

/** What a file is sent as, beside a new one: the newer revision of a source, or its bytes once more. */
export interface SendAs {
  readonly supersedes?: string
  readonly again?: string
}

export interface Upload {
  /** `known` where the project had the same file already. */
  readonly done: Promise<{ id: string; known: boolean }>
  stop(): void
}

/** Sends a file, telling how far it is (0 to 1). XMLHttpRequest, since fetch does not tell. */
export function uploadSource(
  projectId: string,
  file: File,
  sendAs: SendAs,
  onProgress: (part: number) => void,
): Upload {
  const request = new XMLHttpRequest()
  const done = new Promise<{ id: string; known: boolean }>((resolve, reject) => {
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0)
    request.onerror = () =>
      reject(new OfflineError(`${file.name} was not sent: the server does not answer. Try again.`))
    request.onabort = () => reject(new DOMException('stopped', 'AbortError'))
    request.onload = () => {
      const body = JSON.parse(request.responseText || '{}') as Record<string, unknown>
      if (request.status < 300) resolve(body as { id: string; known: boolean })
      else
        reject(new ApiError(request.status, String(body.detail ?? `${file.name} could not be taken. Try again.`), body))
    }
    request.open('POST', `/api/projects/${projectId}/sources?${new URLSearchParams({ name: file.name, ...sendAs })}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.send(file)
  })
  return { done, stop: () => request.abort() }
}
