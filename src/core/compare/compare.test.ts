import { describe, expect, it } from 'vitest'
import { judgeChanges } from '../../../tests/support/judge-changes'
import { planByCells } from '../../../tests/support/plan-corpus/by-cells'
import { planByTypes } from '../../../tests/support/plan-corpus/by-types'
import type { CorpusPlan } from '../../../tests/support/plan-corpus/drafting'
import { type DrawnPage, type Producer, printPage } from '../../../tests/support/print-page'
import { readSheet } from '../../../tests/support/read-sheet'
import { type Lay, laid, revise } from '../../../tests/support/revisions'
import { compareSheets } from './compare'
import { sayChange } from './say-change'

const read = async (page: DrawnPage, producer: Producer) => (await readSheet(await printPage(page, producer))).linework

const AS_IT_IS: Lay = { turnRad: 0, shiftPt: [0, 0], factor: 1 }

describe('two issues of a plan in which nothing changed', () => {
  it.each<[string, CorpusPlan, Producer, Producer, Lay]>([
    ['by two programs', planByTypes(1), 'pdf-lib', 'cairo', AS_IT_IS],
    ['shifted', planByTypes(2), 'cairo', 'ghostscript', { ...AS_IT_IS, shiftPt: [23, -17] }],
    ['turned by a quarter', planByCells(3), 'ghostscript', 'pdf-lib', { ...AS_IT_IS, turnRad: Math.PI / 2 }],
    ['turned a little', planByCells(1), 'pdf-lib', 'cairo', { ...AS_IT_IS, turnRad: 0.05, shiftPt: [9, 14] }],
    ['at another size', planByTypes(4), 'pdf-lib', 'cairo', { ...AS_IT_IS, factor: Math.SQRT1_2, shiftPt: [11, 8] }],
  ])('%s: no change', async (_, plan, one, other, lay) => {
    const found = compareSheets(await read(plan, one), await read(laid(plan, lay), other), { mmPerPt: plan.mmPerPt })!
    expect(found.registration.agree).toBeGreaterThan(0.9)
    expect(found.registration.offPt).toBeLessThan(0.15)
    expect(found.changes).toEqual([])
  })
})

describe('what was changed', () => {
  it.each([0, 1, 3, 7, 14])('is told by its name, on plan %i, and nothing else', async (seed) => {
    const plan = planByTypes(seed)
    const { older, newer, planted } = revise(plan, seed)
    const lay: Lay = { turnRad: seed % 2 ? Math.PI / 2 : 0, shiftPt: [13, -9], factor: 1 }
    const found = compareSheets(await read(older, 'pdf-lib'), await read(laid(newer, lay), 'cairo'), {
      mmPerPt: plan.mmPerPt,
    })!
    const { named, wrong } = judgeChanges(planted, found.changes)
    expect(named).toBe(planted.length)
    expect(wrong).toEqual([])
  })

  it('without a scale what was built is told as lines', async () => {
    const { older, newer } = revise(planByTypes(0), 0)
    const found = compareSheets(await read(older, 'pdf-lib'), await read(newer, 'pdf-lib'), { mmPerPt: null })!
    expect(new Set(found.changes.map(({ subject }) => subject))).toEqual(new Set(['lines', 'text', 'dimension']))
  })
})

it('pages of other drawings have nothing in common; what was wiped is gone whole', async () => {
  const plan = planByTypes(7)
  const blank: DrawnPage = { ...plan, lines: [], arcs: [], fills: [], texts: [] }
  const box = ([x, y]: readonly [number, number], s: number): DrawnPage['lines'] => [
    [x, y, x + s, y, 0.6],
    [x + s, y, x + s, y + s, 0.6],
    [x + s, y + s, x, y + s, 0.6],
    [x, y + s, x, y, 0.6],
    [x, y, x + s, y + s, 0.6],
  ]
  const other = { ...blank, lines: box([100, 100], 50) }
  expect(compareSheets(await read(plan, 'pdf-lib'), await read(other, 'pdf-lib'), { mmPerPt: null })).toBeNull()
  const wiped = compareSheets(await read(other, 'pdf-lib'), await read(blank, 'pdf-lib'), { mmPerPt: null })!
  expect(wiped.changes.map(({ kind }) => kind)).toEqual(['gone'])
})

it('changes are told as a person says them, in the unit of the job', () => {
  const box = { minX: 0, minY: 0, maxX: 1, maxY: 1 }
  const plain = { box, by: null, line: null, before: null, after: null }
  const on = { mmPerPt: 100, display: { unit: 'mm', precision: 0 } } as const
  const says = [
    { ...plain, kind: 'moved', subject: 'door', by: { x: 5, y: 0.2 } },
    { ...plain, kind: 'gone', subject: 'window' },
    { ...plain, kind: 'new', subject: 'wall' },
    { ...plain, kind: 'changed', subject: 'dimension', before: '3200', after: '3350' },
    { ...plain, kind: 'changed', subject: 'text', before: 'Hall', after: 'Foyer' },
    { ...plain, kind: 'changed', subject: 'door', before: '885', after: '1010' },
    { ...plain, kind: 'moved', subject: 'lines', by: { x: -3, y: 4 } },
  ] as const
  expect(says.map((change) => sayChange(change, on))).toEqual([
    'Door moved 500 mm to the right',
    'Window gone',
    'New wall',
    'Dimension 3200 became 3350',
    'Text “Hall” became “Foyer”',
    'Door 885 mm became 1010 mm wide',
    'Lines moved 500 mm up and to the left',
  ])
  expect(sayChange(says[0], { mmPerPt: 304.8, display: { unit: 'ft', precision: 0 } })).toBe(
    'Door moved 5′ 0″ to the right',
  )
})
