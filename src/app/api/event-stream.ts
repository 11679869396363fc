import { listen, type ProjectEvent } from '@/server/events'

/** Keeps the connection from being taken for dead on its way. */
const BEAT_MS = 20_000

/**
 * Server-sent events.
 * @param of the project; null for all of them
 * @param write what is sent of an event
 */
export function eventStream(
  request: Request,
  of: string | null,
  write: (projectId: string, event: ProjectEvent) => object,
): Response {
  const encoder = new TextEncoder()
  let stop = () => undefined as unknown
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      if (request.signal.aborted) return controller.close()
      const send = (text: string) => controller.enqueue(encoder.encode(text))
      const unlisten = listen(of, (projectId, event) => send(`data: ${JSON.stringify(write(projectId, event))}\n\n`))
      let stopped = false
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
