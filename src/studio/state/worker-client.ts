import { type Remote, wrap } from 'comlink'

/** What is waited for at most, where nothing else is said: as long as a very large sheet takes on a slow machine. */
const LONGEST_MS = 120_000

interface Limits {
  readonly longestMs?: number
  /** What is said of work that takes longer. */
  readonly tooLong?: string
}

/** Rejects what is waited for when the worker is ended. */
type Ended = (error: Error) => void

/**
 * A worker that is started when it is first asked, and started anew after it failed or took too long. Whoever asked it
 * then hears of it as an error with a sentence.
 */
export class WorkerClient<T extends object> {
  private running: { readonly thread: Worker; readonly remote: Remote<T> } | null = null
  private readonly waiting = new Set<Ended>()
  private readonly asked = new Map<string, number>()

  /** @param start starts the worker, by a URL that stands there as it is: the bundler looks for it */
  constructor(
    private readonly start: () => Worker,
    private readonly limits: Limits = {},
  ) {}

  /** @throws Error with a sentence where the work fails, takes too long, or the worker breaks down */
  call<R>(work: (remote: Remote<T>) => Promise<R>): Promise<R> {
    const { longestMs = LONGEST_MS, tooLong = 'This takes too long and was given up. Try it again.' } = this.limits
    return new Promise<R>((resolve, reject) => {
      const timer = setTimeout(() => this.end(new Error(tooLong)), longestMs)
      const settled = () => {
        clearTimeout(timer)
        this.waiting.delete(ended)
      }
      const ended: Ended = (error) => {
        settled()
        reject(error)
      }
      this.waiting.add(ended)
      work(this.remote()).then(
        (result) => {
          settled()
          resolve(result)
        },
        (error: Error) => ended(error),
      )
    })
  }

  /** As `call`; of what is asked under one name only the last one is answered, the others give null. */
  async latest<R>(name: string, work: (remote: Remote<T>) => Promise<R>): Promise<R | null> {
    const turn = (this.asked.get(name) ?? 0) + 1
    this.asked.set(name, turn)
    const isOvertaken = () => this.asked.get(name) !== turn
    try {
      const result = await this.call(work)
      return isOvertaken() ? null : result
    } catch (error) {
      if (isOvertaken()) return null
      throw error
    }
  }

  /** Ends the worker; the next one who asks starts another. */
  end(why: Error = new Error('This was given up.')): void {
    this.running?.thread.terminate()
    this.running = null
    for (const ended of [...this.waiting]) ended(why)
  }

  private remote(): Remote<T> {
    if (!this.running) {
      const thread = this.start()
      thread.addEventListener('error', ({ message }) =>
        this.end(
          new Error(message || 'A part of the page that works beside it could not be loaded. Load the page again.'),
        ),
      )
      this.running = { thread, remote: wrap<T>(thread) }
    }
    return this.running.remote
  }
}
