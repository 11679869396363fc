import { describe, expect, it } from 'vitest'
import { handWritten } from '../../../../tests/support/hand-written'
import { judged, readPlan as readMadePlan } from '../../../../tests/support/judge-walls'
import { GENERATORS, printedNames } from '../../../../tests/support/plan-corpus/corpus'
import { readSheet } from '../../../../tests/support/read-sheet'
import { projectiveOf } from '../../geometry/projective'
import { indexSheet } from '../../sheet/binary'
import { readPlan } from '../read-plan'
import { traceAll } from '../trace-all'
import { sheetFinder } from '../walls/sheet-finder'
import { roomLabelsOf } from './labels'

const FONT = { resources: '/Font << /F1 << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>' }
const MAKING = { levelId: 'level-0', headMm: 2100, sillMm: 900 }
const write = (text: string, x: number, y: number) => `BT /F1 8 Tf ${x} ${y} Td (${text}) Tj ET`

describe('what is printed in rooms', () => {
  const labelsOf = async (content: string) => {
    const { linework } = await readSheet(await handWritten(content, FONT))
    return roomLabelsOf(linework, projectiveOf([1, 0, 0, 1, 0, 0]), () => true)
  }

  it('is a name with the number and the area that stand beneath it', async () => {
    expect(
      await labelsOf([write('SAIL LOFT', 40, 100), write('1.04', 52, 88), write('23.4 m2', 46, 76)].join(' ')),
    ).toEqual([expect.objectContaining({ name: 'SAIL LOFT', number: '1.04', statedMm2: 23.4e6 })])
  })

  it('is read from one line, in square feet as well', async () => {
    expect(await labelsOf(write('101 Office', 40, 100))).toMatchObject([
      { name: 'Office', number: '101', statedMm2: null },
    ])
    const [label] = await labelsOf(write('Store 120 sq ft', 40, 100))
    expect(label).toMatchObject({ name: 'Store' })
    expect(label!.statedMm2).toBeCloseTo(120 * 304.8 ** 2, 3)
  })

  it('is no length, no size and no bare number', async () => {
    expect(
      await labelsOf([write('3450', 20, 20), write('3.45 x 4.20 m', 90, 60), write('12', 20, 150)].join(' ')),
    ).toEqual([])
  })

  it('stays apart where two names stand beside one another', async () => {
    expect(await labelsOf([write('Ropes', 20, 100), write('Paint', 120, 100)].join(' '))).toHaveLength(2)
  })
})

describe('rooms of a plan', () => {
  it('are enclosed by the walls that were read, each with its name', async () => {
    let [named, printed] = [0, 0]
    for (const seed of [7000, 7003, 7005, 7007, 7009]) {
      const plan = GENERATORS.types(seed)
      const made = await readMadePlan(plan, 'pdf-lib')
      expect(judged(made).found).toBeGreaterThan(0)
      const lines = sheetFinder(indexSheet(made.linework).index, made.on.map, made.on.mmPerPt)
      const { walls, labels } = readPlan(made.linework, made.on, lines)
      const { rooms, records } = traceAll(walls, labels, new Map(), MAKING)
      printed += printedNames(plan).length
      named += rooms.filter(({ name }) => name !== '').length
      expect(records.filter(({ kind }) => kind === 'space')).toHaveLength(rooms.length)
    }
    expect(named / printed).toBeGreaterThan(0.8)
  })

  it('are made once, and keep the names of those that are there', async () => {
    const made = await readMadePlan(GENERATORS.types(7000), 'pdf-lib')
    const lines = sheetFinder(indexSheet(made.linework).index, made.on.map, made.on.mmPerPt)
    const { walls, labels } = readPlan(made.linework, made.on, lines)
    const first = traceAll(walls, labels, new Map(), MAKING)
    const records = new Map(first.records.map((record) => [record.id, record]))
    const again = traceAll(walls, labels, records, MAKING)
    expect(first.rooms.length).toBeGreaterThan(2)
    expect(again.rooms).toEqual([])
    expect(again.records).toEqual([])
  })
})
