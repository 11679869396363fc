import { describe, expect, it } from 'vitest'
import { type Judged, judgePlan } from '../../../../tests/support/judge-plan'
import type { Producer } from '../../../../tests/support/print-page'

const PRODUCERS: readonly Producer[] = ['pdf-lib', 'pdf-lib', 'cairo', 'ghostscript']

describe('the scale of two hundred made-up plans', () => {
  it('is found on 97 of 100 of those with eight printed dimensions, and hardly ever wrong where it is sure', async () => {
    const judged: Judged[] = []
    for (let seed = 1; seed <= 200; seed++) judged.push(await judgePlan(seed, PRODUCERS[seed % PRODUCERS.length]!))
    const full = judged.filter(({ dimensions }) => dimensions >= 8)
    expect(full.length).toBeGreaterThan(150)
    const right = full.filter(({ off }) => off < 1e-3).length
    expect(
      right / full.length,
      `missed: ${full.filter(({ off }) => off >= 1e-3).map(({ seed }) => seed)}`,
    ).toBeGreaterThan(0.97)
    const misleading = judged.filter(({ confidence, off }) => confidence > 0.8 && off > 0.01)
    expect(misleading.length / judged.length).toBeLessThanOrEqual(0.005)
  }, 240_000)
})
