import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { PartStep } from '@/core/model/part/steps'
import type { ProjectRecord } from '@/core/model/registry'
import { PartBuilder } from '@/core/part/solid/build'
import { factsOf } from '@/core/part/solid/facts'
import { startKernel } from '@/core/part/solid/kernel'
import { meshOfSolid } from '@/core/part/solid/mesh'
import { box, partOf, viewOfPart } from '../support/part'
import { printRow } from './table'

const STEPS = 60

/** A plate with pockets and counterbored holes in turn, its upright edges rounded. */
function manySteps(): { readonly steps: readonly PartStep[]; readonly lines: readonly ProjectRecord[] } {
  const cells = Array.from({ length: STEPS - 2 }, (_, i) => ({
    x: 20 + (i % 10) * 40,
    y: 20 + Math.floor(i / 10) * 40,
    i,
  }))
  const pockets = cells.filter(({ i }) => i % 2 === 0)
  return {
    lines: [
      viewOfPart('top'),
      box('plate', 0, 0, 440, 260),
      ...pockets.map(({ x, y, i }) => box(`p${i}`, x, y, 24, 18)),
    ],
    steps: [
      { id: 'thick', kind: 'raise', profile: ['plate'], heightMm: 20, fromMm: 0 },
      { id: 'edges', kind: 'edges', form: 'round', which: 'upright', sizeMm: 8 },
      ...cells.map(
        ({ x, y, i }): PartStep =>
          i % 2 === 0
            ? { id: `s${i}`, kind: 'sink', profile: [`p${i}`], depthMm: 5 }
            : {
                id: `s${i}`,
                kind: 'hole',
                viewId: 'top',
                places: [
                  { x: x + 6, y: y + 8 },
                  { x: x + 26, y: y + 8 },
                ],
                diameterMm: 6.6,
                head: { kind: 'counterbore', diameterMm: 11, depthMm: 6.5 },
              },
      ),
    ],
  }
}

/** How long a part of many steps takes, at first and after a change of a late step; with its facts and mesh. */
export async function benchPart(): Promise<void> {
  await startKernel(() => readFile(createRequire(import.meta.url).resolve('replicad-opencascadejs/wasm')))
  const { steps, lines } = manySteps()
  const records = new Map(lines.map((record) => [record.id, record]))
  const builder = new PartBuilder()
  const timed = (changed: readonly PartStep[]): number => {
    const began = performance.now()
    const { solid, outcomes } = builder.build(partOf(...changed), records)
    const broken = outcomes.find(({ problem }) => problem !== null)
    if (!solid || broken) throw new Error(broken?.problem ?? 'Nothing was built.')
    factsOf(solid)
    meshOfSolid(solid)
    return performance.now() - began
  }
  // At first the kernel itself is still being compiled.
  const cold = timed(steps) / 1000
  const thicker = steps.map((step) => (step.kind === 'raise' ? { ...step, heightMm: 22 } : step))
  printRow({
    what: `a part of ${STEPS} steps, built anew after its first one changed`,
    measured: timed(thicker) / 1000,
    limit: 1.5,
    unit: 's',
    detail: `${cold.toFixed(1)} s the very first time`,
  })
  const late = thicker.map((step) =>
    step.id === `s${STEPS - 4}` && step.kind === 'sink' ? { ...step, depthMm: 7 } : step,
  )
  printRow({
    what: `a part of ${STEPS} steps, its third but last one changed`,
    measured: timed(late) / 1000,
    limit: 0.5,
    unit: 's',
  })
}
