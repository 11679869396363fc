import { proposeWalls } from '@/core/propose/walls/propose'
import { sheetFinder } from '@/core/propose/walls/sheet-finder'
import { indexSheet } from '@/core/sheet/binary'
import { type JudgedWalls, judgeWalls, readPlan } from '../support/judge-walls'
import { GENERATORS } from '../support/plan-corpus/corpus'
import type { Producer } from '../support/print-page'
import { amongMany } from './among-many'
import { printRow } from './table'

/** How many floor plans each producer prints. */
const CORPUS: readonly (readonly [Producer, number])[] = [
  ['pdf-lib', 100],
  ['cairo', 60],
  ['ghostscript', 60],
  ['chromium', 20],
]

/** How many of the walls of made-up plans are proposed, and how much that is none. */
export async function benchWalls(): Promise<void> {
  const judged: (JudgedWalls & { readonly producer: Producer })[] = []
  let seed = 10_000
  for (const [producer, count] of CORPUS)
    for (let i = 0; i < count; i++)
      judged.push({ producer, ...(await judgeWalls(GENERATORS.division(seed++), producer)) })
  for (const [what, some] of [
    ['all', judged],
    ...CORPUS.map(([producer]) => [producer, judged.filter((each) => each.producer === producer)] as const),
  ] as const) {
    const sum = (key: keyof JudgedWalls) => some.reduce((total, each) => total + each[key], 0)
    const metres = (key: keyof JudgedWalls) => `${(sum(key) / 1000).toFixed(0)} m`
    printRow({
      what: `proposed as walls and none, by length, ${what}`,
      measured: 100 * (1 - sum('right') / sum('proposed')),
      limit: 5,
      unit: '%',
      detail: `${metres('right')} of ${metres('proposed')} right`,
    })
    printRow({
      what: `walls not proposed, by length, ${what}`,
      measured: 100 * (1 - sum('found') / sum('truth')),
      limit: 10,
      unit: '%',
      detail: `${metres('found')} of ${metres('truth')} found; ${sum('openingsFound')} of ${sum('openings')} openings`,
    })
  }
  const { linework, on } = await readPlan(GENERATORS.division(1), 'pdf-lib')
  const dense = await amongMany(linework, 100_000)
  const lines = sheetFinder(indexSheet(dense).index, on.map, on.mmPerPt)
  const times = [1, 2, 3].map(() => {
    const start = performance.now()
    proposeWalls(dense, on, lines)
    return performance.now() - start
  })
  printRow({
    what: 'proposing the walls of a sheet of 100,000 segments',
    measured: Math.max(...times) / 1000,
    limit: 3,
    unit: 's',
  })
}
