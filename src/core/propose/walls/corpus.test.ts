import { expect, it } from 'vitest'
import { judgeWalls } from '../../../../tests/support/judge-walls'
import { GENERATORS } from '../../../../tests/support/plan-corpus/corpus'
import type { Producer } from '../../../../tests/support/print-page'

/** The bench looks at more of them, of every producer. */
const PLANS: readonly (readonly [Producer, number])[] = [
  ['pdf-lib', 24],
  ['cairo', 8],
  ['ghostscript', 8],
]

it('the walls of made-up plans are found by length, and little else', async () => {
  const sums = { proposed: 0, right: 0, truth: 0, found: 0, openings: 0, openingsFound: 0 }
  let seed = 5000
  for (const [producer, count] of PLANS)
    for (let i = 0; i < count; i++) {
      const judged = await judgeWalls(GENERATORS.division(seed++), producer)
      for (const key of Object.keys(sums) as (keyof typeof sums)[]) sums[key] += judged[key]
    }
  expect(sums.right / sums.proposed).toBeGreaterThan(0.95)
  expect(sums.found / sums.truth).toBeGreaterThan(0.9)
  expect(sums.openingsFound / sums.openings).toBeGreaterThan(0.85)
}, 120_000)
