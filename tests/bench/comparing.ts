import { compareSheets } from '@/core/compare/compare'
import type { Linework } from '@/core/sheet/linework'
import { judgeChanges } from '../support/judge-changes'
import { GENERATORS, type GeneratorName } from '../support/plan-corpus/corpus'
import { type Producer, printPage } from '../support/print-page'
import { readSheet } from '../support/read-sheet'
import { type Lay, laid, revise } from '../support/revisions'
import { readScan, scanPage } from '../support/scan-page'
import { densePage } from './dense-page'
import { printRow } from './table'

/** Nothing is tuned on seeds from here on; `types` is the generator that figures are quoted on. */
const FIRST_SEED = 200_000
const SHEETS = 120
const SCANNED = 20
const PRODUCERS: readonly Producer[] = ['pdf-lib', 'cairo', 'ghostscript']
const SCAN = { dpi: 200, noise: 10, blurPx: 0.6 }
const SKEW_RAD = 0.004
const DENSE_SEGMENTS = 250_000

/** How a newer issue lies: shifted by up to 20 mm on paper, turned by up to 90 degrees, on other paper. */
function layOf(i: number): Lay {
  const shift = (k: number) => (((i * k) % 9) / 4 - 1) * 56
  return {
    turnRad: [0, Math.PI / 2, 0, 0.05, Math.PI / 4, 0][i % 6]!,
    shiftPt: [shift(2), shift(5)],
    factor: [1, 1, Math.SQRT1_2, 1, 1, Math.SQRT2][i % 6]!,
  }
}

interface Sums {
  planted: number
  found: number
  named: number
  wrong: number
  sheets: number
}

const nothing = (): Sums => ({ planted: 0, found: 0, named: 0, wrong: 0, sheets: 0 })

/** Pairs of issues whose changes are known: how many are told, by their name, and what is told that was never made. */
export async function benchComparing(): Promise<void> {
  for (const generator of ['types', 'cells', 'division'] as const) {
    const sums = nothing()
    for (let i = 0; i < SHEETS; i++) {
      const [one, other] = [PRODUCERS[i % 3]!, PRODUCERS[(i + 1) % 3]!]
      await add(sums, generator, FIRST_SEED + i, layOf(i), {
        older: async (page) => (await readSheet(await printPage(page, one))).linework,
        newer: async (page) => (await readSheet(await printPage(page, other))).linework,
      })
    }
    printSums(`vectors, ${generator}`, sums, { missedPercent: 5, falseOnSheet: 0.2 })
  }
  // The older issue lies straight, so that it is known where its changes are.
  const scans = nothing()
  for (let i = 0; i < SCANNED; i++) {
    const seed = FIRST_SEED + i
    const read = (skewRad: number) => async (page: Page) =>
      readScan(await scanPage(await printPage(page, 'pdf-lib'), { ...SCAN, skewRad }, seed + Math.sign(skewRad)))
    await add(scans, 'types', seed, { ...layOf(i), factor: 1 }, { older: read(0), newer: read(SKEW_RAD) })
  }
  printSums('scans of 200 dpi, types', scans, { missedPercent: 15, falseOnSheet: 1 })
  await timeDense()
}

type Page = Parameters<typeof printPage>[0]

interface Readers {
  older(page: Page): Promise<Linework>
  newer(page: Page): Promise<Linework>
}

async function add(sums: Sums, generator: GeneratorName, seed: number, lay: Lay, read: Readers): Promise<void> {
  const plan = GENERATORS[generator](seed)
  const { older, newer, planted } = revise(plan, seed)
  const found = compareSheets(await read.older(older), await read.newer(laid(newer, lay)), { mmPerPt: plan.mmPerPt })
  const judged = judgeChanges(planted, found?.changes ?? [])
  sums.planted += judged.planted
  sums.found += judged.found
  sums.named += judged.named
  sums.wrong += judged.wrong.length
  sums.sheets++
}

/** @param limits how much may be missed or told by another name, and what may be told for each sheet that was never made */
function printSums(
  what: string,
  { planted, found, named, wrong, sheets }: Sums,
  { missedPercent, falseOnSheet }: { readonly missedPercent: number; readonly falseOnSheet: number },
): void {
  printRow({
    what: `changes on ${what}: not told by their name`,
    measured: (100 * (planted - named)) / planted,
    limit: missedPercent,
    unit: '%',
    detail: `${planted} planted, ${found} found, ${named} by their name`,
  })
  printRow({
    what: `changes on ${what}: told and never made, for each sheet`,
    measured: wrong / sheets,
    limit: falseOnSheet,
    unit: '',
    detail: `${wrong} on ${sheets} sheets`,
  })
}

/** Two large sheets of which the newer one has some lines more. */
async function timeDense(): Promise<void> {
  const [one, other] = [await densePage(DENSE_SEGMENTS, 10), await densePage(DENSE_SEGMENTS + 200, 10)]
  const [before, after] = [(await readSheet(one)).linework, (await readSheet(other)).linework]
  const start = performance.now()
  const found = compareSheets(before, after, { mmPerPt: null })
  const ms = performance.now() - start
  printRow({
    what: 'two sheets of 250,000 segments compared',
    measured: ms / 1000,
    limit: 3,
    unit: 's',
    detail: `${found?.changes.length} changes`,
  })
}
