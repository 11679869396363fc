import { expect, it } from 'vitest'
import { ringOptions } from '@/studio/tooling/options'
import { Rig } from '../../../../tests/support/rig'
import { layDownOptions } from '../bring-in/options'
import { place } from '../bring-in/tools/place'
import { regionOptions } from './options'
import { liftRegion } from './tools/lift-region'

it('a region is shown by two corners', () => {
  const rig = new Rig().take(liftRegion).click(0, 0).click(3000, 2000)
  expect(rig.optionsOf(regionOptions).region).toHaveLength(4)
  expect(rig.tool).not.toBe(liftRegion)
})

it('or by any number of them', () => {
  const rig = new Rig().choose(ringOptions.with({ ringShape: 'corners' })).take(liftRegion)
  rig.click(0, 0).click(3000, 0).click(0, 2000).enter()
  expect(rig.optionsOf(regionOptions).region).toHaveLength(3)
})

it('a region holds something', () => {
  const rig = new Rig().take(liftRegion).click(0, 0).click(0, 0)
  expect(rig.optionsOf(regionOptions).region).toBeNull()
  expect(rig.said).toHaveLength(1)
})

it('pages are laid down where is clicked', () =>
  expect(new Rig().take(place).click(40, 50).optionsOf(layDownOptions).at).toEqual({ x: 40, y: 50 }))
