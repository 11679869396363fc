import { describe, expect, it } from 'vitest'
import { proposeScale } from '@/core/fit/proposal/propose'
import { isVisible, segmentEnds } from '@/core/sheet/linework'
import { mmPerPtOf, recordedRatio } from '@/core/sheet/measures'
import { MM_PER_PT } from '@/core/units/length'
import { makeLayouts } from '../../../../../tests/support/ezdxf-drawings'
import { readDxf } from './read'

describe('layouts of a drawing', () => {
  it.each([
    ['R2000', 4, 1000],
    ['R2010', 6, 1],
    ['R2018', 1, 1000 / 25.4],
    ['R2013', 2, 1000 / 304.8],
  ] as const)(
    '%s, unit %i: each viewport shows the model at its scale, and says it',
    async (version, units, perMetre) => {
      const { layouts, linework: model } = readDxf(await makeLayouts(version, units, perMetre))
      expect(model.widthPt * MM_PER_PT).toBeCloseTo(12_000, 1)
      expect(layouts.map(({ name }) => name)).toEqual(['Ground floor'])
      const [{ measures, linework: read }] = layouts as [(typeof layouts)[number]]
      const linework = read()
      expect(measures.map((each) => mmPerPtOf(each) / MM_PER_PT)).toEqual([
        expect.closeTo(100, 6),
        expect.closeTo(50, 6),
      ])
      // Two scales: none of them is that of the page.
      expect(recordedRatio(measures)).toBeNull()
      expect(proposeScale(linework, measures)!.mmPerPt / MM_PER_PT).toBeCloseTo(100, 6)
      // The frame is 574 by 400 mm of paper; the house lies in the first window, true to its scale.
      expect(linework.widthPt * MM_PER_PT).toBeCloseTo(574, 3)
      const walls = [...linework.segmentFlags.keys()].filter(
        (i) =>
          isVisible(linework.segmentFlags[i]!) &&
          linework.layers[linework.styles[linework.segmentStyles[i]!]!.layer]!.name === 'WALLS',
      )
      const ends = walls.map((i) =>
        segmentEnds(linework, i).map(({ x, y }) => [x * MM_PER_PT + 10, y * MM_PER_PT + 10]),
      )
      const within = ends.filter(([a]) => a![0]! < 300)
      expect(within).toHaveLength(5)
      const xs = within.flat().map(([x]) => x!)
      const ys = within.flat().map(([, y]) => y!)
      // 12 m at 1:100 about the middle of the window.
      expect([Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]).toEqual(
        [100, 220, 180, 260].map((mm) => expect.closeTo(mm, 2)),
      )
      // The second one is turned by a quarter and about the partition: that runs level through its middle.
      const level = ends.filter(([a, b]) => a![0]! > 300 && Math.abs(a![1]! - b![1]!) < 0.01)
      expect(level.map(([a]) => a![1])).toContainEqual(expect.closeTo(220, 2))
      // Turned anticlockwise, what was 4 m to the left lies 80 mm below.
      expect(level.map(([a]) => a![1])).toContainEqual(expect.closeTo(140, 2))
    },
  )

  it('R12 has none that can be read, and its model as before', async () => {
    const { layouts } = readDxf(
      new TextEncoder().encode(
        '0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nA\n10\n0\n20\n0\n11\n9\n21\n9\n0\nENDSEC\n0\nEOF\n',
      ),
    )
    expect(layouts).toEqual([])
  })
})
