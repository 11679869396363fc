import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { beforeAll, describe, expect, it } from 'vitest'
import { FIRST_LAYER } from '../../model/layer/schema'
import type { Part } from '../../model/part/schema'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import type { WorkPlane } from '../../model/work-plane/schema'
import { PartBuilder } from './build'
import { factsOf } from './facts'
import { startKernel } from './kernel'
import { meshOfSolid } from './mesh'

beforeAll(() => startKernel(() => readFile(createRequire(import.meta.url).resolve('replicad-opencascadejs/wasm'))))

const view = (side: 'top' | 'front' | 'side'): WorkPlane => ({
  id: side,
  kind: 'work-plane',
  name: side,
  start: { x: 0, y: 0 },
  end: { x: 1, y: 0 },
  leanRad: 0,
  beforeMm: 0,
  behindMm: 0,
  partId: 'part',
  side,
})

const on = (planeId: string) => ({ layerId: FIRST_LAYER.id, planeId, pen: undefined })
const box = (id: string, x: number, y: number, width: number, height: number, planeId = 'top'): ProjectRecord => ({
  ...on(planeId),
  id,
  kind: 'path',
  xy: [x, y, x + width, y, x + width, y + height, x, y + height],
  closed: true,
})
const disc = (id: string, x: number, y: number, radiusMm: number, planeId = 'top'): ProjectRecord => ({
  ...on(planeId),
  id,
  kind: 'circle',
  center: { x, y },
  radiusMm,
})

const DRAWN: readonly ProjectRecord[] = [
  view('top'),
  view('front'),
  view('side'),
  box('plate', 0, 0, 200, 100),
  disc('bore', 50, 50, 20),
  disc('island', 50, 50, 8),
  box('pocket', 120, 20, 40, 60),
  box('slotted', 80, 2, 40, 6, 'front'),
  box('open', 0, 0, 10, 10),
]

const records = new Map(DRAWN.map((record) => [record.id, record]))
const part = (...steps: readonly PartStep[]): Part => ({ id: 'part', kind: 'part', name: 'P', material: 'POM', steps })
const thick: PartStep = { id: 't', kind: 'raise', profile: ['plate', 'bore', 'island'], heightMm: 10, fromMm: 0 }
const hole = (step: Partial<Extract<PartStep, { kind: 'hole' }>>): PartStep => ({
  id: 'h',
  kind: 'hole',
  viewId: 'top',
  places: [
    { x: 20, y: 20 },
    { x: 180, y: 80 },
  ],
  diameterMm: 8,
  head: undefined,
  ...step,
})

const PLATE = 200 * 100 * 10
const ROUND = Math.PI * (400 - 64) * 10
const volumeOf = (...steps: readonly PartStep[]): number => {
  const { solid, outcomes } = new PartBuilder().build(part(...steps), records)
  expect(outcomes.map(({ problem }) => problem).filter(Boolean)).toEqual([])
  return factsOf(solid!).volumeMm3
}

describe('a part built step by step', () => {
  it('has the volume that is worked out by hand', () => {
    expect(volumeOf(thick)).toBeCloseTo(PLATE - ROUND, 4)
    expect(volumeOf(thick, { id: 's', kind: 'sink', profile: ['pocket'], depthMm: 4 })).toBeCloseTo(
      PLATE - ROUND - 40 * 60 * 4,
      4,
    )
    expect(volumeOf(thick, { id: 's', kind: 'sink', profile: ['pocket'] })).toBeCloseTo(PLATE - ROUND - 40 * 60 * 10, 4)
    expect(volumeOf(thick, { id: 'r', kind: 'raise', profile: ['pocket'], heightMm: 5 })).toBeCloseTo(
      PLATE - ROUND + 40 * 60 * 5,
      4,
    )
    // From the front a slot runs through from side to side; the bore takes nothing from it.
    expect(volumeOf(thick, { id: 's', kind: 'sink', profile: ['slotted'] })).toBeCloseTo(
      PLATE - ROUND - 40 * 6 * 100,
      4,
    )
  })

  it('has holes with their heads', () => {
    const through = Math.PI * 16 * 10
    expect(volumeOf(thick, hole({}))).toBeCloseTo(PLATE - ROUND - 2 * through, 4)
    const tip = (Math.PI * 16 * (4 / Math.tan((59 * Math.PI) / 180))) / 3
    expect(volumeOf(thick, hole({ depthMm: 6 }))).toBeCloseTo(PLATE - ROUND - 2 * (Math.PI * 16 * 6 + tip), 4)
    expect(volumeOf(thick, hole({ head: { kind: 'counterbore', diameterMm: 14, depthMm: 5 } }))).toBeCloseTo(
      PLATE - ROUND - 2 * (through + Math.PI * (49 - 16) * 5),
      4,
    )
    const cone = (Math.PI * 3 * (49 + 28 + 16)) / 3 - Math.PI * 16 * 3
    expect(volumeOf(thick, hole({ head: { kind: 'countersink', diameterMm: 14, angleDeg: 90 } }))).toBeCloseTo(
      PLATE - ROUND - 2 * (through + cone),
      4,
    )
  })

  it('has its edges rounded and bevelled, those of holes left alone', () => {
    const round = (1 - Math.PI / 4) * 9 * 10
    expect(
      volumeOf(thick, hole({}), { id: 'e', kind: 'edges', form: 'round', which: 'upright', sizeMm: 3 }),
    ).toBeCloseTo(PLATE - ROUND - 2 * Math.PI * 16 * 10 - 4 * round, 3)
    expect(volumeOf(thick, { id: 'e', kind: 'edges', form: 'bevel', which: 'upright', sizeMm: 3 })).toBeCloseTo(
      PLATE - ROUND - 4 * 4.5 * 10,
      3,
    )
  })

  it('says which step can’t be done, and keeps what is there', () => {
    const builder = new PartBuilder()
    const { solid, outcomes } = builder.build(
      part(
        thick,
        { id: 'e', kind: 'edges', form: 'round', which: 'upright', sizeMm: 90 },
        { id: 'gone', kind: 'sink', profile: ['nothing'] },
        hole({ off: true }),
      ),
      records,
    )
    expect(outcomes.map(({ problem }) => problem)).toEqual([
      null,
      'These edges can’t be shaped so: the size may be too large for what lies beside them.',
      'A line of its profile is gone.',
      null,
    ])
    expect(factsOf(solid!).volumeMm3).toBeCloseTo(PLATE - ROUND, 4)
  })

  it('is built anew only from what changed', () => {
    const builder = new PartBuilder()
    const first = builder.build(part(thick, hole({})), records).solid
    expect(builder.build(part(thick, hole({})), new Map(records)).solid).toBe(first)
    const moved = new Map(records).set('plate', box('plate', 0, 0, 210, 100))
    expect(factsOf(builder.build(part(thick), moved).solid!).volumeMm3).toBeCloseTo(PLATE - ROUND + 10 * 100 * 10, 4)
  })

  it('has facts that follow from its form, and a mesh that holds what it holds', () => {
    const block = new PartBuilder().build(part({ ...thick, profile: ['plate'] } as PartStep), records).solid!
    const facts = factsOf(block)
    expect(facts).toMatchObject({ faces: 6 })
    expect(facts.surfaceMm2).toBeCloseTo(2 * (200 * 100 + 200 * 10 + 100 * 10), 4)
    expect(facts.centre.x).toBeCloseTo(100, 6)
    expect(facts.centre.z).toBeCloseTo(5, 6)
    expect(facts.inertiaMm5.zz).toBeCloseTo((PLATE * (200 ** 2 + 100 ** 2)) / 12, 0)
    expect(facts.to.x).toBeCloseTo(200, 4)
    const { positions, triangles } = meshOfSolid(block)
    let six = 0
    for (let i = 0; i < triangles.length; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => {
        const at = triangles[i + k]! * 3
        return [positions[at]!, positions[at + 1]!, positions[at + 2]!] as const
      })
      six +=
        a![0] * (b![1] * c![2] - b![2] * c![1]) -
        a![1] * (b![0] * c![2] - b![2] * c![0]) +
        a![2] * (b![0] * c![1] - b![1] * c![0])
    }
    expect(six / 6).toBeCloseTo(PLATE, 0)
  })
})
