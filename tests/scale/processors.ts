import { readFileSync } from 'node:fs'

/** How much of the processors' time may be taken by others (`steal`, proc(5)) for a second to count as this machine's own. */
const OWN_BELOW = 0.2

/**
 * Notes, second by second, whether the processors were there: a virtual machine's are given to others at times, and then
 * everything waits, whatever the program does.
 */
export class Processors {
  private readonly disturbed: { fromMs: number; untilMs: number }[] = []
  private readonly shares: number[] = []
  private before = { ...ticks(), atMs: performance.now() }
  private readonly timer = setInterval(() => this.note(), 1000)

  end(): void {
    clearInterval(this.timer)
  }

  /** Of the time since the beginning, the part that others took. */
  get stolen(): number {
    return this.shares.reduce((sum, share) => sum + share, 0) / Math.max(1, this.shares.length)
  }

  /** Whether the processors were there all through a span. */
  wereThere(fromMs: number, untilMs: number): boolean {
    return !this.disturbed.some((each) => each.fromMs < untilMs && each.untilMs > fromMs)
  }

  private note(): void {
    const now = { ...ticks(), atMs: performance.now() }
    const share = (now.stolen - this.before.stolen) / Math.max(1, now.all - this.before.all)
    this.shares.push(share)
    if (share >= OWN_BELOW) this.disturbed.push({ fromMs: this.before.atMs, untilMs: now.atMs })
    this.before = now
  }
}

/** The first line of /proc/stat: user, nice, system, idle, iowait, irq, softirq, steal (proc(5)). */
function ticks(): { all: number; stolen: number } {
  const counts = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/ +/).slice(1, 9).map(Number)
  return { all: counts.reduce((sum, each) => sum + each, 0), stolen: counts[7] ?? 0 }
}
