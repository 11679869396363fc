import type { ChildProcess } from 'node:child_process'
import { residentMb, startJailed, wasKilled } from '../jailed'
import type { MakerOutcome, MakerResults, MakerTask, MakerWord } from './maker/tasks'

const LOOK_AT_MEMORY_EVERY_MS = 500

/** It can't be made; the sentence is for whoever asked. */
export class MakingProblem extends Error {
  constructor(
    readonly type: string,
    readonly detail: string,
  ) {
    super(detail)
  }
}

/** Somebody stopped it. */
export class MakingStopped extends Error {}

export interface MakerLimits {
  readonly seconds: number
  readonly memoryMb: number
}

/** A maker in its jail: one task at a time, each bounded in time and memory, and stopped when it is told to be. */
export class Maker {
  private child: ChildProcess | null = null
  private current: { readonly id: string; end(reason: Error): void } | null = null

  /** @param script the bundle of maker/main.ts */
  constructor(
    private readonly script: string,
    private readonly limits: MakerLimits,
  ) {}

  /** @throws MakingProblem, MakingStopped, or Error where we failed ourselves */
  async make<K extends MakerTask['kind']>(id: string, task: MakerTask & { kind: K }): Promise<MakerResults[K]> {
    const child = await this.warm()
    const { seconds, memoryMb } = this.limits
    let reason: Error | null = null
    const end = (why: Error) => {
      reason ??= why
      child.kill('SIGKILL')
    }
    this.current = { id, end }
    const tooLarge = () =>
      new MakingProblem('too-large', 'It needs more memory than there is for it. Hand over less at once.')
    const slow = setTimeout(
      () =>
        end(
          new MakingProblem(
            'too-slow',
            `It took more than ${seconds} seconds and was stopped. Hand over less at once.`,
          ),
        ),
      seconds * 1000,
    )
    const watch = setInterval(() => residentMb(child.pid) > memoryMb && end(tooLarge()), LOOK_AT_MEMORY_EVERY_MS)
    let gone: (code: number | null, signal: string | null) => void = () => undefined
    let hear: (said: MakerWord) => void = () => undefined
    try {
      const outcome = await new Promise<MakerOutcome>((resolve, reject) => {
        gone = (code, signal) =>
          reject(reason ?? (wasKilled(code, signal) ? new Error('A maker was killed.') : tooLarge()))
        hear = (said) => said.word === 'ended' && resolve(said.outcome)
        child.once('exit', gone)
        child.on('message', hear)
        child.send(task, (error) => error && gone(null, null))
      })
      if ('problem' in outcome) throw new MakingProblem(outcome.problem.type, outcome.problem.detail)
      if ('fault' in outcome) throw new Error(outcome.fault)
      return outcome.done as MakerResults[K]
    } finally {
      this.current = null
      clearTimeout(slow)
      clearInterval(watch)
      child.off('exit', gone)
      child.off('message', hear)
    }
  }

  /** Ends what is being made for a request, if it is. */
  stopFor(id: string): void {
    if (this.current?.id === id) this.current.end(new MakingStopped())
  }

  /** Starts it before it is needed. */
  async warm(): Promise<ChildProcess> {
    this.child ??= await this.start()
    return this.child
  }

  stop(): void {
    this.child?.kill('SIGKILL')
  }

  private async start(): Promise<ChildProcess> {
    const child = await startJailed(this.script, this.limits.memoryMb)
    child.on('exit', () => {
      if (this.child === child) this.child = null
    })
    return child
  }
}
