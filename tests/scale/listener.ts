import { request } from 'node:https'

/** How long a window waits before it listens again (`retry` of the stream). */
const AGAIN_MS = 1000

/** A window that listens to a project over server-sent events, at the next machine where one does not answer. */
export class Listener {
  private ended = false
  private connection: ReturnType<typeof request> | null = null
  /** How often the stream broke. */
  broken = 0

  constructor(
    private readonly addresses: readonly string[],
    private readonly project: string,
    private readonly token: string,
    private readonly hear: (revision: number, heardMs: number) => void,
  ) {
    this.open(0)
  }

  end(): void {
    this.ended = true
    this.connection?.destroy()
  }

  private open(tries: number): void {
    if (this.ended) return
    let over = false
    const again = () => {
      if (over) return
      over = true
      if (this.ended) return
      this.broken++
      setTimeout(() => this.open(tries + 1), AGAIN_MS)
    }
    const address = this.addresses[tries % this.addresses.length]!
    this.connection = request(
      `${address}/api/projects/${this.project}/events`,
      { agent: false, rejectUnauthorized: false, headers: { authorization: `Bearer ${this.token}` } },
      (response) => {
        let rest = ''
        response.setEncoding('utf8')
        response.on('data', (text: string) => {
          const parts = (rest + text).split('\n\n')
          rest = parts.pop()!
          for (const part of parts) this.take(part)
        })
        response.on('close', again)
        response.on('error', again)
        if (response.statusCode !== 200) response.destroy()
      },
    )
    this.connection.on('error', again)
    this.connection.end()
  }

  private take(part: string): void {
    const data = part.split('\n').find((line) => line.startsWith('data: '))
    if (!data) return
    const event = JSON.parse(data.slice('data: '.length)) as { type: string; revision?: number }
    if (event.type === 'change' && event.revision !== undefined) this.hear(event.revision, performance.now())
  }
}
