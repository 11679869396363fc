import { proposeScale } from '@/core/fit/proposal/propose'
import { type Judged, judgePlan } from '../support/judge-plan'
import { makePlan } from '../support/plans'
import { type Producer, printPage } from '../support/print-page'
import { readSheet } from '../support/read-sheet'
import { amongMany } from './among-many'
import { printRow } from './table'

/** How many plans each producer prints; Chromium takes a second for each. */
const CORPUS: readonly (readonly [Producer, number])[] = [
  ['pdf-lib', 120],
  ['cairo', 100],
  ['ghostscript', 100],
  ['chromium', 24],
]

/** How often the proposed scale is right, and how often it misleads, on made-up plans of several producers. */
export async function benchProposals(): Promise<void> {
  const judged: Judged[] = []
  let seed = 1000
  for (const [producer, count] of CORPUS) for (let i = 0; i < count; i++) judged.push(await judgePlan(seed++, producer))
  for (const [what, some] of [
    ['all', judged],
    ...CORPUS.map(([producer]) => [producer, judged.filter((each) => each.producer === producer)] as const),
    ['feet and inches', judged.filter(({ units }) => units === 'ft')] as const,
    ['stretched', judged.filter(({ mmPerPtX, mmPerPtY }) => Math.abs(mmPerPtX / mmPerPtY - 1) > 1e-6)] as const,
  ] as const) {
    const full = some.filter(({ dimensions }) => dimensions >= 8)
    const right = full.filter(({ off }) => off < 1e-3)
    printRow({
      what: `scale off by more than 0.1 %, ${what}: of sheets with eight dimensions`,
      measured: (100 * (full.length - right.length)) / full.length,
      limit: 3,
      unit: '%',
      detail: `${right.length} of ${full.length} right`,
    })
  }
  const misleading = judged.filter(({ confidence, off }) => confidence > 0.8 && off > 0.01)
  printRow({
    what: 'surer than 0.8 and off by more than 1 %: of all sheets',
    measured: (100 * misleading.length) / judged.length,
    limit: 0.5,
    unit: '%',
    detail: `${misleading.length} of ${judged.length}`,
  })
  const { linework } = await readSheet(await printPage(makePlan(1), 'pdf-lib'))
  const dense = await amongMany(linework, 100_000)
  const times = [1, 2, 3].map(() => {
    const start = performance.now()
    proposeScale(dense)
    return performance.now() - start
  })
  printRow({
    what: 'proposing the scale of a sheet of 100,000 segments',
    measured: Math.max(...times) / 1000,
    limit: 1,
    unit: 's',
  })
}
