import { type Failure, SyncError, type SyncServer } from '@/core/sync/server'
import { ApiError, api } from './api'
import { tell } from './notices'

/** Answers after which the same may be sent again: signed out, not now, too early, too much at once. */
const LATER = new Set([401, 403, 408, 425, 429])

/** What is not allowed is not allowed later either. */
const NEVER = new Set(['not-allowed', 'another-name'])

/** The server of a project over HTTP. */
export const syncServerOf = (id: string): SyncServer => ({
  open: () => asked(() => api.project(id)),
  keep: (change, at) => asked(() => api.keepChange(id, change, at)),
  since: (at) => asked(() => api.changesSince(id, at)),
  known: (ids) => asked(async () => new Set((await api.knownChanges(id, ids)).known.map((each) => each.id))),
})

async function asked<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw error instanceof ApiError ? new SyncError(failureOf(error)) : error
  }
}

/** How long a window that is to be loaded anew waits before it asks again. */
const RENEWED_MS = 60_000

function failureOf({ status, detail, type, body, retryAfterMs }: ApiError): Failure {
  if (type === 'newer-calque') {
    tell(detail, { word: 'Load anew', act: () => location.reload() })
    return { kind: 'later', afterMs: RENEWED_MS }
  }
  if (NEVER.has(type)) return { kind: 'refused', sentence: detail }
  if (status >= 500 || LATER.has(status))
    return { kind: 'later', ...(retryAfterMs !== null && { afterMs: retryAfterMs }) }
  if (type === 'another-history') return { kind: 'another-history' }
  if (status === 409) return { kind: 'conflict', current: body.current as never }
  return { kind: 'refused', sentence: detail }
}
