import type { ChildProcess } from 'node:child_process'
import { SourceError, type SourceProblem } from '@/core/sheet/problem'
import { residentMb, startJailed, wasKilled } from '../jailed'
import type { Asked, Outcome, ReaderWord, Task } from './reader/tasks'

export interface ReaderLimits {
  /** Seconds that one task is given. */
  readonly seconds: number
  /** Megabytes that the whole reader may hold. */
  readonly memoryMb: number
  /** Whether it only gets the time that other readers leave. */
  readonly patient?: boolean
}

/** Tasks of one file, whose bytes are fetched only if the reader does not have it open. */
export interface Work {
  /** Names what is open: the same key, the same file. */
  readonly key: string
  readonly sourceId: string
  readonly password: string | null
  readonly tasks: readonly Task[]
  /** @throws SourceError where they are lost */
  bytes(): Promise<Uint8Array>
}

type Ended = (index: number, outcome: Outcome) => Promise<void>

/** A task at which the reader ended, and what that makes of it. */
interface Fallen {
  readonly index: number
  readonly outcome: Outcome
}

const LOOK_AT_MEMORY_EVERY_MS = 500

/** A reader in its jail. What hangs it or eats its memory costs the reader, nothing else: the next task starts another. */
export class Reader {
  private child: ChildProcess | null = null
  private opened: string | null = null
  private current: { readonly sourceId: string; end(problem: SourceProblem): void } | null = null

  /** @param script the bundle of reader/main.ts */
  constructor(
    private readonly script: string,
    private readonly limits: ReaderLimits,
  ) {}

  /**
   * Does tasks of one file.
   * @param ended hears how each ended, as it does; where the reader had to be ended at one, those after it begin anew
   * @throws Error where we failed ourselves, `ended` included
   */
  async run(work: Work, ended: Ended): Promise<void> {
    const left = new Set(work.tasks.keys())
    const settle: Ended = (index, outcome) => {
      left.delete(index)
      return ended(index, outcome)
    }
    while (left.size > 0) {
      const file = await this.fileFor(work)
      if ('problem' in file) {
        for (const index of [...left]) await settle(index, file)
        return
      }
      const fallen = await this.ask({ file, tasks: work.tasks }, [...left], work.sourceId, settle)
      if (fallen) await settle(fallen.index, fallen.outcome)
    }
  }

  /** Ends what is being done for a file, if it is. */
  stopFor(sourceId: string): void {
    if (this.current?.sourceId === sourceId) this.current.end('stopped')
  }

  /** Starts the reader before it is needed. */
  async warm(): Promise<ChildProcess> {
    this.child ??= await this.start()
    return this.child
  }

  /** Ends it; the next task starts another. */
  stop(): void {
    this.child?.kill('SIGKILL')
    this.child = null
  }

  private async fileFor({ key, password, bytes }: Work): Promise<Asked['file'] | { problem: SourceProblem }> {
    await this.warm()
    if (this.opened === key) return { key, password }
    try {
      return { key, password, bytes: await bytes() }
    } catch (error) {
      if (error instanceof SourceError) return { problem: error.problem }
      throw error
    }
  }

  /** Asks for those tasks that are named, in order. */
  private async ask(asked: Asked, indices: number[], sourceId: string, settle: Ended): Promise<Fallen | null> {
    const child = await this.warm()
    this.opened = asked.file.key
    const left = new Set(indices)
    const settling: Promise<void>[] = []
    let at = indices[0]!
    let reason: SourceProblem | null = null
    const end = (problem: SourceProblem) => {
      reason ??= problem
      child.kill('SIGKILL')
    }
    this.current = { sourceId, end }
    const { seconds, memoryMb } = this.limits
    const watch = setInterval(() => residentMb(child.pid) > memoryMb && end('out-of-memory'), LOOK_AT_MEMORY_EVERY_MS)
    let slow = setTimeout(end, seconds * 1000, 'too-slow')
    let finish: (fallen: Fallen | null) => void = () => undefined
    const gone = (code: number | null = null, signal: string | null = null) =>
      finish({ index: left.has(at) ? at : [...left][0]!, outcome: outcomeOf(reason, code, signal) })
    const hear = (said: ReaderWord) => {
      if (said.word === 'begun') {
        at = indices[said.index]!
        clearTimeout(slow)
        slow = setTimeout(end, seconds * 1000, 'too-slow')
      }
      if (said.word !== 'ended') return
      const index = indices[said.index]!
      left.delete(index)
      // It may be the file itself that could not be opened: then its bytes are sent again with the next task.
      if (!('done' in said.outcome)) this.opened = null
      settling.push(settle(index, said.outcome))
      if (left.size === 0) finish(null)
    }
    const fallen = await new Promise<Fallen | null>((resolve) => {
      finish = resolve
      child.once('exit', gone)
      child.on('message', hear)
      const tasks = indices.map((index) => asked.tasks[index]!)
      child.send({ ...asked, tasks }, (error) => error && gone())
    })
    this.current = null
    clearTimeout(slow)
    clearInterval(watch)
    child.off('exit', gone)
    child.off('message', hear)
    await Promise.all(settling)
    return fallen
  }

  private async start(): Promise<ChildProcess> {
    const child = await startJailed(this.script, this.limits.memoryMb, this.limits.patient)
    this.opened = null
    child.on('exit', () => {
      if (this.child === child) this.child = null
    })
    return child
  }
}

/** A reader that we did not end wanted more memory than its jail has, unless somebody else killed it. */
function outcomeOf(reason: SourceProblem | null, code: number | null, signal: string | null): Outcome {
  if (reason) return { problem: reason }
  return wasKilled(code, signal) ? { fault: 'A reader was killed.' } : { problem: 'out-of-memory' }
}
