import { describe, expect, it } from 'vitest'
import { planByTypes } from '../../../tests/support/plan-corpus/by-types'
import { type DrawnPage, type Producer, printPage } from '../../../tests/support/print-page'
import { readSheet } from '../../../tests/support/read-sheet'
import { type Lay, laid } from '../../../tests/support/revisions'
import { compareSheets } from './compare'
import { sayChange } from './say-change'

const read = async (page: DrawnPage, producer: Producer) => (await readSheet(await printPage(page, producer))).linework

/** A square of slanted lines, 1.5 mm apart, with its outline. */
function hatched(x: number, y: number, size: number, rising = true): DrawnPage['lines'] {
  const lines: DrawnPage['lines'][number][] = [
    [x, y, x + size, y, 0.5],
    [x + size, y, x + size, y + size, 0.5],
    [x + size, y + size, x, y + size, 0.5],
    [x, y + size, x, y, 0.5],
  ]
  for (let s = 4.25; s < 2 * size; s += 4.25) {
    const [a, b] = [Math.max(0, s - size), Math.min(s, size)]
    // Along x + y = s within the square, or mirrored.
    const at = (u: number): [number, number] => (rising ? [x + u, y + s - u] : [x + size - u, y + s - u])
    lines.push([...at(a), ...at(b), 0.2])
  }
  return lines
}

const outlineOf = (lines: DrawnPage['lines']): DrawnPage['lines'] => lines.slice(0, 4)

const plan = planByTypes(1)
const place = [plan.widthPt - 110, 40, 70] as const
const withLines = (more: DrawnPage['lines']): DrawnPage => ({ ...plan, lines: [...plan.lines, ...more] })
const SHIFTED: Lay = { turnRad: 0, shiftPt: [23, -17], factor: 1 }
const SMALLER: Lay = { turnRad: 0, shiftPt: [11, 8], factor: Math.SQRT1_2 }

async function told(older: DrawnPage, newer: DrawnPage, lay: Lay): Promise<string[]> {
  const [before, after] = [await read(older, 'pdf-lib'), await read(laid(newer, lay), 'cairo')]
  const found = compareSheets(before, after, { mmPerPt: null })!
  return found.changes.map((change) => sayChange(change, { mmPerPt: null, display: { unit: 'mm', precision: 0 } }))
}

describe('hatching', () => {
  const full = hatched(...place)
  it('that went or came is one change, as a whole', async () => {
    expect(await told(withLines(full), withLines(outlineOf(full)), SHIFTED)).toEqual(['Hatching gone'])
    expect(await told(withLines(outlineOf(full)), withLines(full), SHIFTED)).toEqual(['New hatching'])
  })

  it('that was drawn otherwise is one change', async () => {
    expect(await told(withLines(full), withLines(hatched(...place, false)), SHIFTED)).toEqual([
      'Hatching drawn otherwise',
    ])
  })

  it('that another program wrote on another paper is no change', async () => {
    expect(await told(withLines(full), withLines(full), SHIFTED)).toEqual([])
    expect(await told(withLines(full), withLines(full), SMALLER)).toEqual([])
  })
})
