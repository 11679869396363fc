import { listen } from '@/server/events'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

export const dynamic = 'force-dynamic'

/** Keeps the connection from being taken for dead on its way. */
const BEAT_MS = 20_000

/** Server-sent events of a project: that it was changed, that its files were. */
export const GET = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const encoder = new TextEncoder()
    let stop = () => undefined as unknown
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const send = (text: string) => controller.enqueue(encoder.encode(text))
        const unlisten = await listen(id, (event) => send(`data: ${JSON.stringify(event)}\n\n`))
        const beat = setInterval(() => send(': beat\n\n'), BEAT_MS)
        send('retry: 1000\n\n')
        let stopped = false
        stop = () => {
          if (stopped) return
          stopped = true
          clearInterval(beat)
          unlisten()
          controller.close()
        }
        request.signal.addEventListener('abort', stop)
      },
      cancel: () => void stop(),
    })
    return new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
    })
  })
