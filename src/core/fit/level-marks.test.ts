import { describe, expect, it } from 'vitest'
import { levelMarks, statedHeight } from './level-marks'

describe('heights written on sections', () => {
  it.each([
    ['+3.150', 3150],
    ['±0.000', 0],
    ['+ 8,95', 8950],
    ['-1.200', -1200],
    ['−0.35', -350],
    ['+4200', 4200],
    ['±0', 0],
    ['+10\'-6"', 3200.4],
    ['EL. 12\'-0"', 3657.6],
    ['+8\'-4 1/2"', 2552.7],
    ['+0\'-0"', 0],
  ])('%s', (text, mm) => {
    expect(statedHeight(text)).toBeCloseTo(mm, 6)
  })

  it.each(['3150', 'A-03', '14400', '1:100', '+', 'Ground floor', '+3.150 m²', '12\'-0"', '2.5'])(
    '%s states no height',
    (text) => {
      expect(statedHeight(text)).toBeNull()
    },
  )

  it('belong to the level line that lies nearest, not to their own sign nor to an upright', () => {
    const marks = levelMarks(
      [
        { text: '+3.150', x: 100, y: 204, heightPt: 6, turnRad: 0 },
        { text: '+4.200', x: 100, y: 304, heightPt: 6, turnRad: 0 },
        { text: '+9.999', x: 100, y: 500, heightPt: 6, turnRad: 0 },
        { text: '+1.000', x: 100, y: 204, heightPt: 6, turnRad: Math.PI / 2 },
      ],
      [
        { start: { x: 60, y: 200 }, end: { x: 140, y: 200 } },
        { start: { x: 60, y: 300 }, end: { x: 140, y: 300 } },
        { start: { x: 96, y: 203 }, end: { x: 99, y: 203 } },
        { start: { x: 101, y: 150 }, end: { x: 101, y: 350 } },
      ],
    )
    expect(marks.map(({ statedMm, linePt }) => [statedMm, linePt.y])).toEqual([
      [3150, 200],
      [4200, 300],
    ])
  })
})
