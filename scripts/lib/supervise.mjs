// Keeps a part running: what ends by itself is started again, after pauses that grow.
import { setTimeout as sleep } from 'node:timers/promises'
import { ended, signalGroup } from './processes.mjs'

const FIRST_PAUSE_MS = 200
const LONGEST_PAUSE_MS = 5000
/** A part that ran this long was well: what ended it then is a new trouble. */
const WELL_AFTER_MS = 3000
/** Starts in a row that came to nothing, after which there is no use in another one. */
const MOST_TRIES = 8

export class Supervised {
  /**
   * @param {{ name: string, start: () => import('node:child_process').ChildProcess, stopSignal?: string,
   *   onStart: (pid: number) => void, onGiveUp: (sentence: string) => void, firstPauseMs?: number, quiet?: boolean }} part
   *   `firstPauseMs`: before the first new start; it doubles; `quiet`: that it ended is not told
   */
  constructor(part) {
    this.part = part
    this.stopping = false
    this.child = null
    this.failures = 0
    this.watching = this.run()
  }

  get pid() {
    return this.child?.pid
  }

  async run() {
    const { name, start, onStart, onGiveUp, firstPauseMs = FIRST_PAUSE_MS } = this.part
    while (!this.stopping) {
      const began = Date.now()
      this.child = start()
      this.child.on('error', () => undefined)
      if (this.child.pid) onStart(this.child.pid)
      await ended(this.child)
      if (this.stopping) return
      this.failures = Date.now() - began > WELL_AFTER_MS ? 1 : this.failures + 1
      if (this.failures >= MOST_TRIES)
        return onGiveUp(
          `${name} ended ${this.failures} times in a row and is not started again. Nothing that was kept is lost. What stands above may say why; mend that and start Calque again.`,
        )
      const pause = Math.min(LONGEST_PAUSE_MS, firstPauseMs * 2 ** (this.failures - 1))
      if (!this.part.quiet) console.error(`${name} ended unexpectedly and is started again.`)
      await sleep(pause)
    }
  }

  /** Ends the part; it is not started again. */
  async stop() {
    this.stopping = true
    const { child } = this
    if (!child?.pid) return
    const gone = ended(child)
    if (child.exitCode === null && child.signalCode === null) signalGroup(child.pid, this.part.stopSignal ?? 'SIGTERM')
    const killer = setTimeout(() => signalGroup(child.pid, 'SIGKILL'), 8000)
    await gone
    clearTimeout(killer)
  }
}
