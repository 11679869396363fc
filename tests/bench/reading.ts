import { execFileSync, spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { densePage } from './dense-page'
import type { ReadingCost } from './read-page'
import { printRow } from './table'

const SEGMENTS = 750_000
const READER = join(dirname(fileURLToPath(import.meta.url)), 'read-page.js')

/** Reading a page of 750,000 segments, against two other readers in the same run. */
export async function benchReading(folder: string): Promise<void> {
  for (const [kind, perPath] of [
    ['each stroked alone', 1],
    ['in paths of ten', 10],
  ] as const) {
    const path = join(folder, `dense-${perPath}.pdf`)
    writeFileSync(path, await densePage(SEGMENTS, perPath))
    const costs = [1, 2, 3].map(() => read(path)).sort((a, b) => a.readMs - b.readMs)
    const { readMs, queryP99Ms, segments } = costs[1]!
    if (segments !== SEGMENTS) throw new Error(`${segments} segments were read, not ${SEGMENTS}.`)
    const against = (program: string, limit: number, ms: number) =>
      printRow({
        what: `750,000 segments, ${kind}: reading against ${program}`,
        measured: readMs / ms,
        limit,
        unit: 'times',
        detail: `${seconds(readMs)} against ${seconds(ms)}`,
      })
    against('mutool trace', 1, [1, 2, 3].map(() => command('mutool', 'trace', path, '1')).sort((a, b) => a - b)[1]!)
    against('pdftocairo -svg', 0.2, command('pdftocairo', '-svg', path, join(folder, 'dense.svg')))
    printRow({
      what: `750,000 segments, ${kind}: peak memory of a reader`,
      measured: Math.max(...costs.map((cost) => cost.peakMb)),
      limit: 900,
      unit: 'MB',
    })
    for (const [radius, p99] of Object.entries(queryP99Ms))
      printRow({
        what: `750,000 segments, ${kind}: catching within ${radius} pt, 99th percentile`,
        measured: p99,
        limit: 0.5,
        unit: 'ms',
      })
  }
}

/** With the room for short-lived objects that the server's readers have. */
function read(path: string): ReadingCost {
  const text = execFileSync(process.execPath, ['--max-semi-space-size=32', READER, path], { encoding: 'utf8' })
  return JSON.parse(text) as ReadingCost
}

/** Long enough to tell that a program is slower than it would have to be. */
const LONGEST_MS = 60_000

/** How long a program takes; LONGEST_MS where it takes longer. */
function command(name: string, ...args: string[]): number {
  const start = performance.now()
  const { error, status } = spawnSync(name, args, { stdio: 'ignore', timeout: LONGEST_MS, killSignal: 'SIGKILL' })
  const ended = (error as NodeJS.ErrnoException | undefined)?.code === 'ETIMEDOUT'
  if (!ended && status !== 0) throw new Error(`${name} failed.`, { cause: error })
  return ended ? LONGEST_MS : performance.now() - start
}

const seconds = (ms: number) => (ms === LONGEST_MS ? 'more than 60 s' : `${(ms / 1000).toFixed(2)} s`)
