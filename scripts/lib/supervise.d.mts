import type { ChildProcess } from 'node:child_process'

/** Keeps a part running. */
export class Supervised {
  constructor(part: {
    name: string
    start: () => ChildProcess
    stopSignal?: string
    onStart: (pid: number) => void
    onGiveUp: (sentence: string) => void
    firstPauseMs?: number
  })
  readonly pid: number | undefined
  readonly watching: Promise<void>
  stop(): Promise<void>
}
