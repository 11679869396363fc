import { readFileSync } from 'node:fs'
import { indexSheet } from '@/core/sheet/binary'
import { catchAt } from '@/core/snap/catch'
import { OPENERS } from '@/server/reading/kinds/registry'
import { openSource } from '@/server/reading/open-source'
import { seeded } from '../../demo/sheets/random'

/** What one reading cost. Run as a process of its own, as readers are, so that its memory is its own. */
export interface ReadingCost {
  /** From bytes in memory to linework and catch index. */
  readMs: number
  peakMb: number
  segments: number
  /** 99th percentile of one query, in milliseconds, by catching radius on the sheet in points. */
  queryP99Ms: Record<string, number>
}

/** Eleven pixels, as on the board, on a sheet seen whole on a screen, at half, and at its own size. */
const RADII_PT = [32, 8, 4]
const QUERIES = 20_000

// Readers have pdf.js at hand before a file comes.
await OPENERS.pdf()
const bytes = new Uint8Array(readFileSync(process.argv[2]!))
const start = performance.now()
const file = await openSource(bytes)
const { linework, index } = indexSheet(await (await file.page(1)).linework())
const readMs = performance.now() - start
const peakMb = process.resourceUsage().maxRSS / 1024

const random = seeded(11)
const query = (radius: number): number => {
  const p = { x: random() * linework.widthPt, y: random() * linework.heightPt }
  const from = performance.now()
  catchAt(index, p, radius)
  return performance.now() - from
}
const queryP99Ms = Object.fromEntries(
  RADII_PT.map((radius) => {
    const times = Array.from({ length: QUERIES }, () => query(radius)).sort((a, b) => a - b)
    return [radius, times[Math.floor(QUERIES * 0.99)]!]
  }),
)
const cost: ReadingCost = { readMs, peakMb, segments: linework.segmentFlags.length, queryP99Ms }
process.stdout.write(`${JSON.stringify(cost)}\n`)
process.exit()
