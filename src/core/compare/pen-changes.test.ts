import { describe, expect, it } from 'vitest'
import { planByTypes } from '../../../tests/support/plan-corpus/by-types'
import { type DrawnPage, type Producer, printPage } from '../../../tests/support/print-page'
import { readSheet } from '../../../tests/support/read-sheet'
import { laid } from '../../../tests/support/revisions'
import { compareSheets } from './compare'
import { penChanges } from './pen-changes'

const read = async (page: DrawnPage, producer: Producer) => (await readSheet(await printPage(page, producer))).linework

/** The same page with each pen so many times as wide. */
const withPens = <P extends DrawnPage>(page: P, factor: (widthPt: number) => number): P => ({
  ...page,
  lines: page.lines.map(([a, b, c, d, widthPt]) => [a, b, c, d, factor(widthPt)] as const),
})

describe('lines that are drawn with another pen', () => {
  it('are no change, and are told by their pens where that is asked, also turned and at another size', async () => {
    const plan = planByTypes(0)
    const widths = new Set(plan.lines.map(([, , , , widthPt]) => widthPt))
    const widest = Math.max(...widths)
    const newer = withPens(plan, (widthPt) => (widthPt === widest ? 3 * widthPt : widthPt))
    const older = await read(plan, 'pdf-lib')
    for (const lay of [
      { turnRad: 0, shiftPt: [0, 0], factor: 1 },
      { turnRad: Math.PI / 2, shiftPt: [20, 9], factor: 1 },
    ] as const) {
      const other = await read(laid(newer, lay), 'cairo')
      const found = compareSheets(older, other, { mmPerPt: plan.mmPerPt })!
      expect(found.changes).toEqual([])
      const [first, ...rest] = penChanges(older, other, found.registration.map, 0.5)
      expect(first!.lines).toBeGreaterThan(10)
      const wide = ((widest * 25.4) / 72).toFixed(2)
      expect(Number.parseFloat(first!.before)).toBeCloseTo(Number(wide), 1)
      expect(Number.parseFloat(first!.after)).toBeCloseTo(3 * Number(wide), 1)
      expect(rest.every(({ lines }) => lines < first!.lines)).toBe(true)
    }
  })

  it('are none where another program wrote the same', async () => {
    const plan = planByTypes(3)
    const [one, other] = [await read(plan, 'pdf-lib'), await read(plan, 'cairo')]
    expect(penChanges(one, other, [1, 0, 0, 1, 0, 0], 0.5)).toEqual([])
  })
})
