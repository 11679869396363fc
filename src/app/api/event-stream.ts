import { listen, type ProjectEvent } from '@/server/events'

/** Keeps the connection from being taken for dead on its way. */
const BEAT_MS = 20_000

interface Told {
  /** The project; null for all of them. */
  readonly of: string | null
  /** Whether they may still look at a project: asked for each event, since that can end while they listen. */
  readonly hears: (projectId: string) => Promise<boolean>
  /** What is sent of an event. */
  readonly write: (projectId: string, event: ProjectEvent) => object
}

/** Server-sent events. */
export function eventStream(request: Request, { of, hears, write }: Told): Response {
  const encoder = new TextEncoder()
  let stop = () => undefined as unknown
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      if (request.signal.aborted) return controller.close()
      const send = (text: string) => controller.enqueue(encoder.encode(text))
      const tell = (projectId: string, event: ProjectEvent) =>
        send(`data: ${JSON.stringify(write(projectId, event))}\n\n`)
      let stopped = false
      let told: Promise<unknown> = Promise.resolve()
      const unlisten = listen(of, (projectId, event) => {
        // In order, whoever is asked about meanwhile.
        told = told
          .then(async () => {
            if ((await hears(projectId)) && !stopped) tell(projectId, event)
          })
          // Who can't be told, or asked about, listens again and looks at everything anew.
          .catch(() => stop())
      })
      const beat = setInterval(() => {
        try {
          send(': beat\n\n')
        } catch {
          stop()
        }
      }, BEAT_MS)
      stop = () => {
        if (stopped) return
        stopped = true
        clearInterval(beat)
        unlisten()
        try {
          controller.close()
        } catch {
          // Closed from the other side.
        }
      }
      request.signal.addEventListener('abort', stop)
      send('retry: 1000\n\n')
    },
    cancel: () => void stop(),
  })
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  })
}
