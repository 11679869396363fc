import { describe, expect, it } from 'vitest'
import { elementSheet, SHEET_HABITS, turnedSheet } from '../../../../tests/support/element-sheets'
import { plainWall } from '../../../../tests/support/plain-wall'
import { GENERATORS } from '../../../../tests/support/plan-corpus/corpus'
import type { CorpusPlan, Vector } from '../../../../tests/support/plan-corpus/drafting'
import { type Producer, printPage, shrinkBy } from '../../../../tests/support/print-page'
import { readSheet } from '../../../../tests/support/read-sheet'
import { projectiveOf } from '../../geometry/projective'
import { distance, type Point } from '../../geometry/vector'
import { validateRecord } from '../../model/registry'
import { indexSheet } from '../../sheet/binary'
import type { WallRun } from '../wall-run'
import { proposeWalls } from '../walls/propose'
import { sheetFinder } from '../walls/sheet-finder'
import type { ElementDraft, ProposedElement } from './element'
import { makeElements } from './make'
import { proposeElements } from './propose'

/** @param offPt how far above the lower edge of the paper a producer begins */
const whole = (mmPerPt: number, offPt = 0) => ({
  map: projectiveOf([mmPerPt, 0, 0, mmPerPt, 0, -offPt * mmPerPt]),
  mmPerPt,
  parts: [],
  markup: false,
  shows: () => true,
})

/** Whether what was read is what is true, to what rounding and a hand would leave. */
function isIt(read: ElementDraft, truth: ElementDraft): boolean {
  const near = (a: number, b: number) => Math.abs(a - b) < 20
  if (read.kind === 'grid-line' && truth.kind === 'grid-line') {
    const [a, b] = [distance(read.start, truth.start), distance(read.end, truth.end)]
    const [c, d] = [distance(read.start, truth.end), distance(read.end, truth.start)]
    return read.name === truth.name && Math.min(a + b, c + d) < 400
  }
  if (read.kind === 'column' && truth.kind === 'column')
    return (
      read.section === truth.section &&
      distance(read.at, truth.at) < 10 &&
      near(read.widthMm, truth.widthMm) &&
      near(read.depthMm, truth.depthMm)
    )
  if (read.kind === 'stair' && truth.kind === 'stair') {
    const [a, b] = [distance(read.start, truth.start), distance(read.end, truth.end)]
    return read.risers === truth.risers && near(read.widthMm, truth.widthMm) && a + b < 40
  }
  return false
}

const onBoard = ({ toPage, mmPerPt }: CorpusPlan, at: Vector): Point => {
  const [x, y] = toPage(at)
  return { x: x * mmPerPt, y: y * mmPerPt }
}

/** The walls of a plan, as a reading would give them. */
const wallsOf = (plan: CorpusPlan): WallRun[] =>
  plan.walls.map(({ start, end, thicknessMm }) => ({
    start: onBoard(plan, start),
    end: onBoard(plan, end),
    thicknessMm,
    openings: [],
  }))

const sure = (found: readonly ProposedElement[]) => found.filter(({ certainty }) => certainty >= 0.5)

describe.each(SHEET_HABITS)('a sheet with $name', (habit) => {
  it.each(['pdf-lib', 'cairo', 'chromium'] as const satisfies Producer[])(
    'is read as it was meant, by %s',
    async (producer) => {
      for (const seed of [200_001, 200_002, 200_003]) {
        const sheet = elementSheet(seed, habit)
        const { linework } = await readSheet(await printPage(sheet, producer))
        const shrink = shrinkBy(sheet, producer)
        const on = whole(sheet.mmPerPt / shrink, linework.heightPt - sheet.heightPt * shrink)
        const found = proposeElements(linework, on, [])
        const read = sure(found).map(({ element }) => element)
        const missed = sheet.truth.filter((truth) => !read.some((each) => isIt(each, truth)))
        // Which way a stair climbs is told by its arrow alone.
        const isTold = ({ kind }: ElementDraft) => kind !== 'stair' || habit.arrow
        expect(missed.filter(isTold)).toEqual([])
        expect(read.filter((each) => isTold(each) && !sheet.truth.some((truth) => isIt(each, truth)))).toEqual([])
      }
    },
  )
})

it('posts in a row are no wall with wide openings, whatever grid line runs between them', async () => {
  for (const habit of SHEET_HABITS) {
    const sheet = elementSheet(200_011, habit)
    const { linework } = await readSheet(await printPage(sheet, 'pdf-lib'))
    const on = whole(sheet.mmPerPt)
    const walls = proposeWalls(linework, on, sheetFinder(indexSheet(linework).index, on.map, on.mmPerPt))
    expect(walls.filter(({ certainty }) => certainty >= 0.5)).toEqual([])
  }
})

it('sheets that lie askew and are rounded are read the same', async () => {
  let [found, wanted, extra] = [0, 0, 0]
  for (const habit of SHEET_HABITS.filter(({ arrow }) => arrow))
    for (const turnRad of [0.07, 0.4, Math.PI / 2]) {
      const sheet = elementSheet(300_000 + wanted, habit)
      const { page, map } = turnedSheet(sheet, turnRad)
      const { linework } = await readSheet(await printPage(page, 'pdf-lib'))
      const read = sure(proposeElements(linework, { ...whole(sheet.mmPerPt), map }, [])).map(({ element }) => element)
      wanted += sheet.truth.length
      found += sheet.truth.filter((truth) => read.some((each) => isIt(each, truth))).length
      extra += read.filter((each) => !sheet.truth.some((truth) => isIt(each, truth))).length
    }
  expect(wanted).toBeGreaterThan(100)
  expect(found / wanted).toBeGreaterThan(0.98)
  expect(extra / wanted).toBeLessThan(0.02)
})

it('plans without a grid show none, and pieces of their walls are no columns', async () => {
  for (const name of ['division', 'cells'] as const)
    for (let seed = 200_000; seed < 200_010; seed++) {
      const plan = GENERATORS[name](seed)
      const { linework } = await readSheet(await printPage(plan, 'pdf-lib'))
      const found = sure(proposeElements(linework, whole(plan.mmPerPt), wallsOf(plan)))
      expect(found.filter(({ element }) => element.kind !== 'stair')).toEqual([])
    }
})

it('columns that are bare outlines in rows are found on plans by another hand, and furniture is not', async () => {
  let [found, wanted] = [0, 0]
  for (let seed = 600_000; seed < 600_040; seed++) {
    const plan = GENERATORS.types(seed)
    const { linework } = await readSheet(await printPage(plan, 'pdf-lib'))
    const read = sure(proposeElements(linework, whole(plan.mmPerPt), wallsOf(plan))).flatMap(({ element }) =>
      element.kind === 'column' ? [element] : [],
    )
    const truth = (plan.columns ?? []).map((at) => onBoard(plan, at))
    wanted += truth.length
    found += truth.filter((at) => read.some((column) => distance(column.at, at) < 25)).length
    expect(read.filter((column) => !truth.some((at) => distance(column.at, at) < 25))).toEqual([])
  }
  expect(wanted).toBeGreaterThan(20)
  expect(found / wanted).toBeGreaterThan(0.7)
})

it('becomes records once, whatever stands there', () => {
  const drafts: ElementDraft[] = [
    { kind: 'grid-line', name: 'A', start: { x: 0, y: 0 }, end: { x: 9000, y: 0 } },
    { kind: 'column', at: { x: 0, y: 0 }, section: 'rectangle', widthMm: 300.04, depthMm: 299.97, turnRad: 0 },
    { kind: 'stair', start: { x: 5000, y: 0 }, end: { x: 5000, y: 3000 }, widthMm: 999.98, risers: 12 },
  ]
  const wall = plainWall('w')
  const making = { levelId: 'ground', tracedFrom: 'sheet' }
  const made = makeElements([...drafts, ...drafts], new Map([['w', wall]]), making)
  expect(made.map((record) => validateRecord(record).kind)).toEqual(['grid-line', 'column', 'stair'])
  expect(made[1]).toMatchObject({ widthMm: 300, depthMm: 300, levelId: 'ground', tracedFrom: 'sheet' })
  expect(makeElements(drafts, new Map(made.map((record) => [record.id, record])), making)).toEqual([])
  // A level above has columns of its own; grid lines stand on every level.
  const above = makeElements(drafts, new Map(made.map((record) => [record.id, record])), { levelId: 'upper' })
  expect(above.map(({ kind }) => kind)).toEqual(['column', 'stair'])
})
