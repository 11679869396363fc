import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { beforeAll, describe, expect, it } from 'vitest'
import { box, holes, line, PLATE_LINES, partOf, THICK, viewOfPart } from '../../../../tests/support/part'
import type { PartStep } from '../../model/part/steps'
import type { ProjectRecord } from '../../model/registry'
import { workOf } from '../make/work'
import { PartBuilder } from './build'
import { factsOf } from './facts'
import { startKernel } from './kernel'
import { meshOfSolid } from './mesh'

beforeAll(() => startKernel(() => readFile(createRequire(import.meta.url).resolve('replicad-opencascadejs/wasm'))))

const records = new Map(PLATE_LINES.map((record) => [record.id, record]))
const PLATE = 200 * 100 * 10
const ROUND = Math.PI * (400 - 64) * 10
const volumeOf = (...steps: readonly PartStep[]): number => {
  const { solid, outcomes } = new PartBuilder().build(partOf(...steps), records)
  expect(outcomes.map(({ problem }) => problem).filter(Boolean)).toEqual([])
  return factsOf(solid!).volumeMm3
}

describe('a part built step by step', () => {
  it('has the volume that is worked out by hand', () => {
    expect(volumeOf(THICK)).toBeCloseTo(PLATE - ROUND, 4)
    expect(volumeOf(THICK, { id: 's', kind: 'sink', profile: ['pocket'], depthMm: 4 })).toBeCloseTo(
      PLATE - ROUND - 40 * 60 * 4,
      4,
    )
    expect(volumeOf(THICK, { id: 's', kind: 'sink', profile: ['pocket'] })).toBeCloseTo(PLATE - ROUND - 40 * 60 * 10, 4)
    expect(volumeOf(THICK, { id: 'r', kind: 'raise', profile: ['pocket'], heightMm: 5 })).toBeCloseTo(
      PLATE - ROUND + 40 * 60 * 5,
      4,
    )
    // From the front a slot runs through from side to side; the bore takes nothing from it.
    expect(volumeOf(THICK, { id: 's', kind: 'sink', profile: ['slot'] })).toBeCloseTo(PLATE - ROUND - 40 * 6 * 100, 4)
  })

  it('is the same whichever way round its lines were drawn', () => {
    const turned = [...records.values()].map((record) =>
      record.kind === 'path'
        ? {
            ...record,
            xy: Array.from({ length: record.xy.length / 2 }, (_, i) =>
              record.xy.slice(-2 * i - 2, -2 * i || undefined),
            ).flat(),
          }
        : record,
    )
    const { solid } = new PartBuilder().build(partOf(THICK), new Map(turned.map((record) => [record.id, record])))
    expect(factsOf(solid!).volumeMm3).toBeCloseTo(PLATE - ROUND, 4)
  })

  it('has holes with their heads', () => {
    const through = Math.PI * 16 * 10
    expect(volumeOf(THICK, holes({}))).toBeCloseTo(PLATE - ROUND - 2 * through, 4)
    const tip = (Math.PI * 16 * (4 / Math.tan((59 * Math.PI) / 180))) / 3
    expect(volumeOf(THICK, holes({ depthMm: 6 }))).toBeCloseTo(PLATE - ROUND - 2 * (Math.PI * 16 * 6 + tip), 4)
    expect(volumeOf(THICK, holes({ head: { kind: 'counterbore', diameterMm: 14, depthMm: 5 } }))).toBeCloseTo(
      PLATE - ROUND - 2 * (through + Math.PI * (49 - 16) * 5),
      4,
    )
    const cone = (Math.PI * 3 * (49 + 28 + 16)) / 3 - Math.PI * 16 * 3
    expect(volumeOf(THICK, holes({ head: { kind: 'countersink', diameterMm: 14, angleDeg: 90 } }))).toBeCloseTo(
      PLATE - ROUND - 2 * (through + cone),
      4,
    )
  })

  it('has its edges rounded and bevelled, those of holes left alone', () => {
    const round = (1 - Math.PI / 4) * 9 * 10
    expect(
      volumeOf(THICK, holes({}), { id: 'e', kind: 'edges', form: 'round', which: 'upright', sizeMm: 3 }),
    ).toBeCloseTo(PLATE - ROUND - 2 * Math.PI * 16 * 10 - 4 * round, 3)
    expect(volumeOf(THICK, { id: 'e', kind: 'edges', form: 'bevel', which: 'upright', sizeMm: 3 })).toBeCloseTo(
      PLATE - ROUND - 4 * 4.5 * 10,
      3,
    )
  })

  it('has slots along straight lines and arcs, to a depth and through', () => {
    const lines = new Map(records)
      .set('run', line('run', [20, 80, 60, 80]))
      .set('bend', { ...line('bend', [150, 20, 170, 40]), bulges: [Math.tan(Math.PI / 8), 0] } as ProjectRecord)
    const build = (...steps: readonly PartStep[]) => {
      const { solid, outcomes } = new PartBuilder().build(partOf(...steps), lines)
      expect(outcomes.map(({ problem }) => problem).filter(Boolean)).toEqual([])
      return factsOf(solid!).volumeMm3
    }
    const straight = 40 * 8 + Math.PI * 16
    expect(build(THICK, { id: 's', kind: 'slot', profile: ['run'], widthMm: 8, depthMm: 3 })).toBeCloseTo(
      PLATE - ROUND - straight * 3,
      4,
    )
    const bent = (Math.PI / 2) * 20 * 8 + Math.PI * 16
    expect(build(THICK, { id: 's', kind: 'slot', profile: ['bend'], widthMm: 8 })).toBeCloseTo(
      PLATE - ROUND - bent * 10,
      4,
    )
  })

  it('is turned about a line, added or taken away', () => {
    const lines = new Map(
      [
        viewOfPart('front'),
        box('rod', 10, 0, 5, 40, 'front'),
        { ...line('axis', [0, -10, 0, 90]), planeId: 'front' } as ProjectRecord,
        box('groove', 12, 10, 5, 4, 'front'),
      ].map((record) => [record.id, record]),
    )
    const turned = (...steps: readonly PartStep[]) => factsOf(new PartBuilder().build(partOf(...steps), lines).solid!)
    const rod: PartStep = { id: 'r', kind: 'revolve', profile: ['rod'], axis: 'axis', angleDeg: 360 }
    const ring = Math.PI * (15 ** 2 - 10 ** 2) * 40
    expect(turned(rod).volumeMm3).toBeCloseTo(ring, 3)
    expect(turned({ ...rod, angleDeg: 90 }).volumeMm3).toBeCloseTo(ring / 4, 3)
    const groove: PartStep = { id: 'g', kind: 'revolve', profile: ['groove'], axis: 'axis', angleDeg: 360, away: true }
    expect(turned(rod, groove).volumeMm3).toBeCloseTo(ring - Math.PI * (15 ** 2 - 12 ** 2) * 4, 3)
  })

  it('does steps again along, around and mirrored, and again when these change', () => {
    const small = holes({ places: [{ x: 20, y: 20 }], diameterMm: 6 })
    const one = Math.PI * 9 * 10
    const again = (step: Partial<Extract<PartStep, { kind: 'pattern' }>>): PartStep => ({
      id: 'p',
      kind: 'pattern',
      of: ['holes'],
      viewId: 'top',
      way: 'along',
      count: 4,
      stepMm: undefined,
      center: undefined,
      ...step,
    })
    const bare = PLATE - ROUND
    expect(volumeOf(THICK, small, again({ stepMm: { x: 0, y: 15 } }))).toBeCloseTo(bare - 4 * one, 4)
    expect(volumeOf(THICK, small, again({ way: 'around', center: { x: 25, y: 25 } }))).toBeCloseTo(bare - 4 * one, 4)
    const half = again({ way: 'around', center: { x: 25, y: 25 }, count: 3, angleDeg: 180 })
    expect(volumeOf(THICK, small, half)).toBeCloseTo(bare - 3 * one, 4)
    const raised: PartStep = { id: 'boss', kind: 'raise', profile: ['pocket'], heightMm: 5 }
    expect(volumeOf(THICK, raised, again({ of: ['boss'], count: 2, stepMm: { x: 0, y: -70 } }))).toBeGreaterThan(
      bare + 40 * 60 * 5,
    )
    const mirrored = new Map(records).set('mid', line('mid', [100, 0, 100, 100]))
    const builder = new PartBuilder()
    const part = (diameterMm: number) =>
      partOf(THICK, { ...small, diameterMm } as PartStep, again({ way: 'mirror', line: 'mid', count: 2 }))
    const facts = factsOf(builder.build(part(6), mirrored).solid!)
    expect(facts.volumeMm3).toBeCloseTo(bare - 2 * one, 4)
    expect(factsOf(builder.build(part(8), mirrored).solid!).volumeMm3).toBeCloseTo(bare - 2 * Math.PI * 16 * 10, 4)
    // What is made of it, and what is cut by, is where the solid has it.
    const work = workOf(part(6), mirrored)
    expect(work.holes.map(({ at }) => at.x).sort((a, b) => a - b)).toEqual([20, 180])
  })

  it('has single edges and all edges of a face shaped, and finds them again when the part grows', () => {
    const plate: PartStep = { ...THICK, profile: ['plate'] } as PartStep
    const edge: PartStep = {
      id: 'e',
      kind: 'edges',
      form: 'round',
      which: 'picked',
      at: [{ x: 0, y: 0, z: 0.5 }],
      sizeMm: 3,
    }
    const round = (1 - Math.PI / 4) * 9 * 10
    expect(volumeOf(plate, edge)).toBeCloseTo(PLATE - round, 3)
    const grown = new Map(records).set('plate', box('plate', -50, 0, 290, 140))
    const { solid } = new PartBuilder().build(partOf(plate, edge), grown)
    expect(factsOf(solid!).volumeMm3).toBeCloseTo(290 * 140 * 10 - round, 3)
    const top: PartStep = {
      ...edge,
      form: 'bevel',
      which: 'face',
      at: [{ x: 0.5, y: 0.5, z: 1 }],
      sizeMm: 1,
    } as PartStep
    // The sloping sides overlap in the corners.
    const bevelled = PLATE - 0.5 * 2 * (200 + 100) + 4 / 3
    expect(volumeOf(plate, top)).toBeCloseTo(bevelled, 3)
    const { outcomes } = new PartBuilder().build(
      partOf(plate, { ...edge, at: [{ x: 0.4, y: 0.4, z: 0.5 }] } as PartStep),
      records,
    )
    expect(outcomes[1]!.problem).toBe('An edge that was selected is gone: select it again.')
  })

  it('says which step can’t be done, and keeps what is there', () => {
    const builder = new PartBuilder()
    const { solid, outcomes } = builder.build(
      partOf(
        THICK,
        { id: 'e', kind: 'edges', form: 'round', which: 'upright', sizeMm: 90 },
        { id: 'gone', kind: 'sink', profile: ['nothing'] },
        holes({ off: true }),
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
    const first = builder.build(partOf(THICK, holes({})), records).solid
    expect(builder.build(partOf(THICK, holes({})), new Map(records)).solid).toBe(first)
    const moved = new Map(records).set('plate', box('plate', 0, 0, 210, 100))
    expect(factsOf(builder.build(partOf(THICK), moved).solid!).volumeMm3).toBeCloseTo(PLATE - ROUND + 10 * 100 * 10, 4)
  })

  it('has facts that follow from its form, and a mesh that holds what it holds', () => {
    const block = new PartBuilder().build(partOf({ ...THICK, profile: ['plate'] } as PartStep), records).solid!
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
