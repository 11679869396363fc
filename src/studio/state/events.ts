import type { Presence } from '@/core/people/presence'

/** What a window hears of its project. */
export type ProjectEvent =
  | { readonly type: 'change'; readonly revision: number }
  | { readonly type: 'sources' }
  | { readonly type: 'presence'; readonly presence: Presence }
  /** Something may not have been heard. */
  | { readonly type: 'again' }

export interface Listener {
  /** The stream begins, or begins again: what was told before was not heard. */
  opened(): void
  /** The server does not answer. */
  lost(): void
  heard(event: ProjectEvent): void
}

/** What windows of one browser tell one another. */
type Word =
  | { readonly word: 'opened' }
  | { readonly word: 'lost' }
  | { readonly word: 'heard'; readonly projectId: string; readonly event: ProjectEvent }

const NAME = 'calque-events'

/**
 * Listens to a project. All windows of a browser share one stream, since a browser has only six connections to a server:
 * the window that holds the lock listens for all, and when it is closed another one takes over.
 * @returns a function that stops listening
 */
export function listenTo(projectId: string, listener: Listener): () => void {
  const channel = new BroadcastChannel(NAME)
  const stopped = new AbortController()
  const hear = (said: Word) => {
    if (stopped.signal.aborted) return
    if (said.word === 'opened') listener.opened()
    else if (said.word === 'lost') listener.lost()
    else if (said.projectId === projectId) listener.heard(said.event)
  }
  channel.onmessage = ({ data }: MessageEvent<Word>) => hear(data)
  const tell = (said: Word) => {
    channel.postMessage(said)
    hear(said)
  }
  const lead = () => streamUntil(stopped.signal, tell)
  // Browsers lend locks only to pages that came safely; without, each window listens for itself.
  if (navigator.locks) navigator.locks.request(NAME, { signal: stopped.signal }, lead).catch(() => undefined)
  else void lead()
  // Where another window listens already, nothing tells this one what it missed while it began.
  queueMicrotask(() => hear({ word: 'opened' }))
  return () => {
    stopped.abort()
    channel.close()
  }
}

/** Listens to the server and tells everybody, until this window stops. */
function streamUntil(stop: AbortSignal, tell: (said: Word) => void): Promise<void> {
  const events = new EventSource('/api/events')
  events.onopen = () => tell({ word: 'opened' })
  events.onerror = () => tell({ word: 'lost' })
  events.onmessage = ({ data }: MessageEvent<string>) => {
    const { projectId, ...event } = JSON.parse(data) as ProjectEvent & { projectId: string }
    // What may not have been heard may have been of any project.
    if (event.type === 'again') tell({ word: 'opened' })
    else tell({ word: 'heard', projectId, event: event as ProjectEvent })
  }
  return new Promise((resolve) => {
    stop.addEventListener('abort', () => {
      events.close()
      resolve()
    })
  })
}
