import { expect, it } from 'vitest'
import { judged, judgeWalls, readScannedPlan } from '../../../../tests/support/judge-walls'
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

it('walls and openings of foreign plans are found in every drawing habit', async () => {
  const styles = new Map<string, { truth: number; found: number; proposed: number; right: number }>()
  const sums = { openings: 0, openingsFound: 0 }
  for (let seed = 7000; seed < 7045; seed++) {
    const plan = GENERATORS.types(seed)
    const judged = await judgeWalls(plan, 'pdf-lib')
    const style = styles.get(plan.style) ?? { truth: 0, found: 0, proposed: 0, right: 0 }
    for (const key of Object.keys(style) as (keyof typeof style)[]) style[key] += judged[key]
    styles.set(plan.style, style)
    sums.openings += judged.openings
    sums.openingsFound += judged.openingsFound
  }
  expect(styles.size).toBe(15)
  for (const [style, { truth, found, proposed, right }] of styles) {
    expect(found / truth, style).toBeGreaterThan(0.85)
    expect(right / proposed, style).toBeGreaterThan(0.85)
  }
  const all = [...styles.values()].reduce((a, b) => ({
    truth: a.truth + b.truth,
    found: a.found + b.found,
    proposed: a.proposed + b.proposed,
    right: a.right + b.right,
  }))
  expect(all.found / all.truth).toBeGreaterThan(0.95)
  expect(all.right / all.proposed).toBeGreaterThan(0.97)
  expect(sums.openingsFound / sums.openings).toBeGreaterThan(0.93)
}, 120_000)

it('walls and openings are read from scans as well', async () => {
  const sums = { proposed: 0, right: 0, truth: 0, found: 0, openings: 0, openingsFound: 0 }
  for (const seed of [0, 7, 11, 16]) {
    const scan = { dpi: 300, skewRad: 0.004, noise: 12, blurPx: 0.6 }
    const found = judged(await readScannedPlan(GENERATORS.cells(seed), scan, seed))
    for (const key of Object.keys(sums) as (keyof typeof sums)[]) sums[key] += found[key]
  }
  expect(sums.found / sums.truth).toBeGreaterThan(0.85)
  expect(sums.right / sums.proposed).toBeGreaterThan(0.9)
  expect(sums.openingsFound / sums.openings).toBeGreaterThan(0.65)
}, 120_000)
