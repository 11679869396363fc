import { expect, it } from 'vitest'
import { validateRecord } from '@/core/model/registry'
import { Rig } from '../../../../tests/support/rig'
import { columnOptions, gridLineOptions, roofOptions, slabOptions, stairOptions } from './options'
import { column } from './tools/column'
import { gridLine } from './tools/grid-line'
import { roof } from './tools/roof'
import { separator } from './tools/separator'
import { slab } from './tools/slab'
import { stair } from './tools/stair'

const valid = (rig: Rig): Rig => {
  for (const record of rig.records.values()) expect(() => validateRecord(record)).not.toThrow()
  return rig
}

it('a separator runs from click to click', () => {
  const rig = valid(new Rig().take(separator).click(0, 0).click(0, 4000))
  expect(rig.all('separator')[0]).toMatchObject({ start: { x: 0, y: 0 }, end: { x: 0, y: 4000 } })
})

it('a column stands where it is clicked, as large and turned as is typed', () => {
  const rig = valid(new Rig().take(column).point(500, 0).type('400', 'width').type('30', 'turn').click(500, 600))
  const [made] = rig.all('column')
  expect(made).toMatchObject({ at: { x: 500, y: 600 }, widthMm: 400, depthMm: 300, section: 'rectangle' })
  expect(made?.turnRad).toBeCloseTo(Math.PI / 6, 12)
})

it('a round column is as deep as it is wide', () => {
  const rig = new Rig().choose(columnOptions.with({ columnSection: 'round', columnWidthMm: 250 })).take(column)
  expect(rig.click(0, 0).all('column')[0]).toMatchObject({ widthMm: 250, depthMm: 250 })
})

it('a slab is closed by Enter, and has three corners at least', () => {
  const rig = new Rig()
    .choose(slabOptions.with({ slabThicknessMm: 180 }))
    .take(slab)
    .click(0, 0)
    .click(4000, 0)
  rig.enter()
  expect(rig.all('slab')).toEqual([])
  expect(rig.said).toEqual(['A slab has at least three corners.'])
  valid(rig.click(4000, 3000).enter())
  expect(rig.all('slab')[0]).toMatchObject({ thicknessMm: 180 })
  expect(rig.all('slab')[0]?.ring).toHaveLength(3)
})

it('a roof rises from its first side at the pitch that is chosen', () => {
  const rig = new Rig().choose(roofOptions.with({ roofPitchDeg: 45 })).take(roof)
  valid(rig.click(0, 0).click(8000, 0).click(8000, 4000).enter())
  expect(rig.all('roof')[0]?.pitchRad).toBeCloseTo(Math.PI / 4, 12)
})

it('a stair has as many risers as are typed, else as the storey wants', () => {
  const wide = stairOptions.with({ stairWidthMm: 1200 })
  const typed = new Rig().choose(wide).take(stair).point(0, 0).type('12', 'risers').click(0, 0).click(3000, 0)
  expect(valid(typed).all('stair')[0]).toMatchObject({ risers: 12, widthMm: 1200 })
  const usual = new Rig().take(stair).click(0, 0).click(3000, 0)
  expect(usual.all('stair')[0]?.risers).toBeGreaterThan(12)
})

it('grid lines are named on from the last one', () => {
  const rig = new Rig().take(gridLine).point(0, 0).type('B', 'name').click(0, 0).click(0, 9000)
  rig.click(5000, 0).click(5000, 9000)
  expect(
    valid(rig)
      .all('grid-line')
      .map(({ name }) => name),
  ).toEqual(['B', 'C'])
  expect(rig.optionsOf(gridLineOptions).lastGridName).toBe('C')
})
