import { expect, it } from 'vitest'
import { member, project } from '../../../tests/support/frame'
import { FIRST_LEVEL } from '../model/level/schema'
import { modelledHeights, nearestHeight } from './heights'

it('a stated height means the nearest level, line or side of a member; none where nothing is near', () => {
  const records = project(
    member({ id: 'beam', sectionId: 'IPE 200', start: { x: 0, y: 3000 }, end: { x: 5000, y: 3000 } }),
    FIRST_LEVEL,
  )
  const heights = modelledHeights(records)
  expect(nearestHeight(heights, 0)).toBe(0)
  expect(nearestHeight(heights, 3005)).toBeCloseTo(3000, 9)
  // The upper side of the beam.
  expect(nearestHeight(heights, 3095)).toBeCloseTo(3100, 9)
  expect(nearestHeight(heights, 2903)).toBeCloseTo(2900, 9)
  expect(nearestHeight(heights, 4200)).toBeNull()
})
