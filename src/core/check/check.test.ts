import { describe, expect, it } from 'vitest'
import { scaleWords } from '../fit/scale-words'
import { readReading } from '../model/reading/schema'
import { USUAL_SETTINGS } from '../model/settings/schema'
import { newUnderlay } from '../model/underlay/new'
import type { KnownDimension } from '../model/underlay/schema'
import { isOut, toleranceOf } from './tolerance'
import { tracedMm } from './traced'

const placement = { kind: 'similarity' as const, mmPerPt: 10, turnRad: 0, originMm: { x: 1000, y: 500 } }
const underlay = newUnderlay({ id: 'u', name: 'u', sheetId: 's', placement, order: 0 })
const dimension: KnownDimension = {
  id: 'd',
  fromPt: { x: 0, y: 0 },
  toPt: { x: 521, y: 30 },
  statedMm: 5210,
  role: 'check',
}

describe('a stated length', () => {
  it('is out only where it is off both absolutely and for its size', () => {
    const tolerance = { mm: 5, perThousand: 0.5 }
    const off = (differenceMm: number, statedMm: number) =>
      isOut({ statedMm, drawnMm: 0, differenceMm, perThousand: (differenceMm / statedMm) * 1000 }, tolerance)
    expect(off(-6, 5210)).toBe(true)
    expect(off(4, 300)).toBe(false)
    expect(off(8, 31_200)).toBe(false)
    expect(toleranceOf({ ...USUAL_SETTINGS, toleranceMm: 2 })).toEqual({ mm: 2, perThousand: 0.5 })
  })

  it('is measured on the tracing between the corners at its ends', () => {
    const corners = [
      { x: 1003, y: 500 },
      { x: 6222, y: 804 },
      { x: 9000, y: 9000 },
    ]
    expect(tracedMm(corners, underlay, dimension)).toBeCloseTo(Math.hypot(5219, 304), 9)
    expect(tracedMm(corners, underlay, { ...dimension, axis: 'along' })).toBeCloseTo(5219, 9)
    expect(tracedMm(corners.slice(0, 1), underlay, dimension)).toBeNull()
    expect(tracedMm([], underlay, dimension)).toBeNull()
  })
})

it.each([
  [98.6, '1:98.6; near 1:100, 1.4 % small'],
  [50.2, '1:50.2; near 1:50, 0.40 % large'],
  [100, '1:100'],
  [145.6, '1:145.6'],
])('a ratio of %d reads %s', (ratio, words) => {
  expect(scaleWords(ratio)).toBe(words)
})

it.each([
  ['hall, north wall: 5.21 m', 5210, 'hall, north wall'],
  ['5210', 5210, ''],
  ['door 0.9m', 900, 'door'],
] as const)('the line “%s” is a reading', (line, statedMm, note) => {
  expect(readReading(line, 'mm')).toEqual({ statedMm, note })
})
