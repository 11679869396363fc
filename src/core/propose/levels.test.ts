import { describe, expect, it } from 'vitest'
import { type DrawnPage, type Producer, printPage } from '../../../tests/support/print-page'
import { readSheet } from '../../../tests/support/read-sheet'
import { projectiveOf } from '../geometry/projective'
import { proposeLevels } from './levels'

const MM_PER_PT = (100 * 25.4) / 72

/** A section at 1:100 with marks of heights, of which some are drawn where they say. */
const section = (marks: readonly (readonly [text: string, drawnMm: number])[]): DrawnPage => ({
  widthPt: 500,
  heightPt: 500,
  lines: marks.map(([, mm]) => [60, 100 + mm / MM_PER_PT, 160, 100 + mm / MM_PER_PT, 0.35] as const),
  arcs: [],
  fills: [],
  texts: marks.map(([text, mm]) => ({
    text,
    x: 66,
    y: 102 + mm / MM_PER_PT,
    sizePt: 7,
    turnRad: 0,
    anchor: 'start' as const,
  })),
})

async function read(page: DrawnPage, producer: Producer = 'pdf-lib') {
  const { linework } = await readSheet(await printPage(page, producer))
  const map = projectiveOf([MM_PER_PT, 0, 0, MM_PER_PT, 0, 0])
  return proposeLevels(linework, { map, mmPerPt: MM_PER_PT, parts: [], markup: false, shows: () => true })
}

describe('heights that a section states', () => {
  it.each(['pdf-lib', 'cairo'] as const)(
    'are sure where they lie as far apart as they say, by %s',
    async (producer) => {
      const levels = await read(
        section([
          ['±0.00', 0],
          ['+3.150', 3150],
          ['+6.300', 6300],
        ]),
        producer,
      )
      expect(levels.map(({ statedMm }) => Math.round(statedMm)).sort((a, b) => a - b)).toEqual([0, 3150, 6300])
      for (const { certainty, at, statedMm } of levels) {
        expect(certainty).toBeGreaterThan(0.8)
        expect(at.y - 100 * MM_PER_PT - statedMm).toBeCloseTo(0, 0)
      }
    },
  )

  it('are unsure where one is drawn elsewhere, or stands alone', async () => {
    const [ground, upper, wrong] = (
      await read(
        section([
          ['±0.00', 0],
          ['+3.150', 3150],
          ['+5.900', 6300],
        ]),
      )
    ).sort((a, b) => a.statedMm - b.statedMm)
    expect([ground!, upper!].every(({ certainty }) => certainty > 0.7)).toBe(true)
    expect(wrong!.certainty).toBeLessThan(0.5)
    expect((await read(section([['+3.150', 3150]]))).map(({ certainty }) => certainty)).toEqual([0.3])
  })
})
