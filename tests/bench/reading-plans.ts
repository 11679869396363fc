import { proposeScale } from '@/core/fit/proposal/propose'
import { readPlan } from '@/core/propose/read-plan'
import { traceAll } from '@/core/propose/trace-all'
import { USUAL_CERTAINTY } from '@/core/propose/walls/proposed-wall'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { indexSheet } from '@/core/sheet/binary'
import {
  type JudgedWalls,
  judged,
  type ReadPlan,
  readPlan as readMadePlan,
  readScannedPlan,
} from '../support/judge-walls'
import { GENERATORS, printedFigures, printedNames } from '../support/plan-corpus/corpus'
import type { CorpusPlan } from '../support/plan-corpus/drafting'
import type { Producer } from '../support/print-page'
import type { Scan } from '../support/scan-page'
import { amongMany } from './among-many'
import { printRow } from './table'

/** Nothing is tuned on seeds from here on, nor on this generator. */
const FIRST_SEED = 100_000
const PRODUCERS: readonly (readonly [Producer, number])[] = [
  ['pdf-lib', 300],
  ['cairo', 60],
  ['ghostscript', 60],
]
const SCANS: readonly (readonly [string, Scan, number])[] = [
  ['150 dpi', { dpi: 150, skewRad: 0.004, noise: 12, blurPx: 0.6 }, 30],
  ['300 dpi', { dpi: 300, skewRad: -0.006, noise: 12, blurPx: 0.8 }, 15],
]
const MAKING = { levelId: 'level-0', headMm: 2100, sillMm: 900 }

/** How plans of a generator that nothing was tuned on are read: by drawing habit, the worst first. */
export async function benchReadingPlans(): Promise<void> {
  const vectors: { readonly plan: CorpusPlan; readonly found: JudgedWalls }[] = []
  const scale = { sheets: 0, right: 0, misleading: 0 }
  const names = { printed: 0, read: 0 }
  let seed = FIRST_SEED
  for (const [producer, count] of PRODUCERS)
    for (let i = 0; i < count; i++) {
      const made = await readMadePlan(GENERATORS.types(seed++), producer)
      vectors.push({ plan: made.plan, found: judged(made) })
      countScale(made, scale)
      if (i % 5 === 0) countNames(made, names)
    }
  printWalls('walls and openings', vectors, { precision: 3, recall: 5, openings: 7, falseOpenings: 2 })
  const styles = [...new Set(vectors.map(({ plan }) => plan.style))]
    .map((style) => ({ style, some: vectors.filter(({ plan }) => plan.style === style) }))
    .sort((a, b) => worstOf(a.some) - worstOf(b.some))
  for (const { style, some } of styles)
    printRow({
      what: `worst of precision and recall missing, ${style}`,
      measured: 100 * (1 - worstOf(some)),
      limit: 10,
      unit: '%',
      detail: detailOf(some),
    })
  const part = (count: number, all: number) => (100 * count) / Math.max(1, all)
  printRow({
    what: 'scale off by more than 0.1 %: of sheets with four dimensions',
    measured: part(scale.sheets - scale.right, scale.sheets),
    limit: 2,
    unit: '%',
    detail: `${scale.right} of ${scale.sheets} right`,
  })
  printRow({
    what: 'surer than 0.8 and off by more than 1 %',
    measured: part(scale.misleading, scale.sheets),
    limit: 0,
    unit: '%',
    detail: `${scale.misleading} of ${scale.sheets}`,
  })
  printRow({
    what: 'names of rooms not read',
    measured: part(names.printed - names.read, names.printed),
    limit: 3,
    unit: '%',
    detail: `${names.read} of ${names.printed} read`,
  })
  for (const [what, scan, count] of SCANS) {
    const scanned: typeof vectors = []
    for (let i = 0; i < count; i++) {
      const plan = GENERATORS.types(FIRST_SEED + 2000 + i)
      scanned.push({ plan, found: judged(await readScannedPlan(plan, scan, i)) })
    }
    printWalls(`scans, ${what}`, scanned, { precision: 8, recall: 12, openings: 15, falseOpenings: 100 })
  }
  await benchSpeed()
}

type Counted = readonly { readonly found: JudgedWalls }[]

const sumOf = (some: Counted, key: keyof JudgedWalls): number => some.reduce((sum, { found }) => sum + found[key], 0)
const precisionOf = (some: Counted): number => sumOf(some, 'right') / Math.max(1, sumOf(some, 'proposed'))
const recallOf = (some: Counted): number => sumOf(some, 'found') / Math.max(1, sumOf(some, 'truth'))
const worstOf = (some: Counted): number => Math.min(precisionOf(some), recallOf(some))
const openingsOf = (some: Counted): string => `${sumOf(some, 'openingsFound')} of ${sumOf(some, 'openings')} openings`
const detailOf = (some: Counted): string =>
  `precision ${(100 * precisionOf(some)).toFixed(1)}, recall ${(100 * recallOf(some)).toFixed(1)}; ${openingsOf(some)}`

function printWalls(
  what: string,
  some: Counted,
  limits: { precision: number; recall: number; openings: number; falseOpenings: number },
): void {
  const [openings, found, proposed] = (['openings', 'openingsFound', 'openingsProposed'] as const).map((key) =>
    sumOf(some, key),
  ) as [number, number, number]
  const row = (name: string, measured: number, limit: number, detail = '') =>
    printRow({ what: `${what}: ${name}`, measured, limit, unit: '%', detail })
  row('proposed and none, by length', 100 * (1 - precisionOf(some)), limits.precision)
  row('not proposed, by length', 100 * (1 - recallOf(some)), limits.recall)
  row(
    'openings not found in place, width and kind',
    (100 * (openings - found)) / Math.max(1, openings),
    limits.openings,
    openingsOf(some),
  )
  if (limits.falseOpenings < 100)
    row(
      'openings proposed and none',
      (100 * Math.max(0, proposed - found)) / Math.max(1, proposed),
      limits.falseOpenings,
    )
}

function countScale(
  { plan, linework, on }: ReadPlan,
  scale: { sheets: number; right: number; misleading: number },
): void {
  if (printedFigures(plan).length < 4) return
  const proposal = proposeScale(linework)
  const off = proposal ? Math.abs(proposal.mmPerPt / on.mmPerPt - 1) : 1
  scale.sheets++
  if (off < 1e-3) scale.right++
  if (off > 0.01 && proposal && proposal.confidence > 0.8) scale.misleading++
}

function countNames({ plan, linework, on }: ReadPlan, names: { printed: number; read: number }): void {
  const { walls, labels } = readPlan(linework, on, sheetFinder(indexSheet(linework).index, on.map, on.mmPerPt))
  const sure = walls.filter(({ certainty }) => certainty >= USUAL_CERTAINTY)
  const { rooms } = traceAll(sure, labels, new Map(), MAKING)
  names.printed += printedNames(plan).length
  names.read += rooms.filter(({ name }) => name !== '').length
}

async function benchSpeed(): Promise<void> {
  const { linework, on } = await readMadePlan(GENERATORS.types(FIRST_SEED), 'pdf-lib')
  for (const [count, limit] of [
    [15_000, 2],
    [100_000, 5],
  ] as const) {
    const dense = await amongMany(linework, count)
    const lines = sheetFinder(indexSheet(dense).index, on.map, on.mmPerPt)
    const times = [1, 2, 3].map(() => {
      const start = performance.now()
      readPlan(dense, on, lines)
      return performance.now() - start
    })
    printRow({
      what: `reading a plan of ${count} segments`,
      measured: Math.max(...times) / 1000,
      limit,
      unit: 's',
    })
  }
}
