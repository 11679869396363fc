import { expect, it } from 'vitest'
import { steelFrame } from '../../../../tests/support/frame'
import { judgeStep } from '../../../../tests/support/judge-step'
import { buildingOf } from '../../building/building'
import { writeFrameStep } from './frame'

it('a frame is one assembly to another program, each member as heavy as it is told, by its mark', async () => {
  const building = buildingOf(steelFrame())
  const head = { name: 'Frame', madeAt: '2026-01-02T03:04:05', author: 'N. K.' }
  const text = writeFrameStep(building, head, { x: 0, y: 0 })
  const { solids, volumeMm3 } = await judgeStep(new TextEncoder().encode(text))
  // Every one is a solid; the one that is notched is several that touch.
  expect(solids).toBeGreaterThanOrEqual(building.members.length + building.plates.length)
  const told =
    building.members.reduce((sum, { body }) => sum + body.volumeMm3, 0) +
    building.plates.reduce((sum, { areaMm2, plate }) => sum + areaMm2 * plate.thicknessMm, 0)
  // Round corners are facets, and plates are told without their holes.
  expect(Math.abs(volumeMm3 / told - 1)).toBeLessThan(0.003)
  for (const { mark, members } of building.pieces)
    expect(text.match(new RegExp(`PRODUCT\\('[^']*','${mark} `, 'g'))).toHaveLength(members.length)
  expect(text).toContain("'Steel'")
})
