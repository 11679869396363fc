import fc from 'fast-check'
import { expect, it } from 'vitest'
import { type Affine, apply } from '../geometry/affine'
import { project } from '../geometry/projective'
import { newUnderlay } from '../model/underlay/new'
import { boardMap } from '../model/underlay/placement'
import type { Underlay } from '../model/underlay/schema'
import { liesAlike, withNewerPage } from './newer-in-place'

const underlay = newUnderlay({
  id: 'u',
  name: 'Plan',
  sheetId: 'older',
  placement: { kind: 'similarity', mmPerPt: 35, turnRad: 0.3, originMm: { x: 1200, y: -300 } },
  dimensions: [
    { id: 'd', fromPt: { x: 10, y: 20 }, toPt: { x: 300, y: 20 }, statedMm: 10_000, role: 'fit', pickedPt: 2 },
  ],
  crop: [
    { x: 0, y: 0 },
    { x: 400, y: 0 },
    { x: 400, y: 300 },
  ],
  order: 1,
})

const PAPER = { widthPt: 800, heightPt: 600 }

const within = (size: number) => fc.double({ min: -size, max: size, noNaN: true })

it('what both pages draw lies on itself, whatever way the newer one lies on its paper', () => {
  fc.assert(
    fc.property(
      within(Math.PI),
      within(200),
      within(200),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (turn, x, y, size) => {
        const [cos, sin] = [Math.cos(turn) * size, Math.sin(turn) * size]
        const map: Affine = [cos, sin, -sin, cos, x, y]
        for (const before of [
          underlay,
          {
            ...underlay,
            placement: {
              ...underlay.placement,
              kind: 'homography' as const,
              bend: [1, 0, 0, 0, 1, 0, 1e-4, 0, 1] as Underlay['placement']['bend'],
            },
          },
        ]) {
          const after = withNewerPage(before, 'newer', map)
          for (const p of [
            { x: 0, y: 0 },
            { x: 250, y: 80 },
          ]) {
            const [now, then] = [
              project(boardMap(after.placement), p),
              project(boardMap(before.placement), apply(map, p)),
            ]
            expect(Math.hypot(now.x - then.x, now.y - then.y)).toBeLessThan(1e-5)
          }
          // The crop and the dimensions lie where they lay.
          for (const [own, former] of [
            [after.crop![1]!, before.crop![1]!],
            [after.dimensions[0]!.toPt, before.dimensions[0]!.toPt],
          ] as const) {
            const back = apply(map, own)
            expect(Math.hypot(back.x - former.x, back.y - former.y)).toBeLessThan(1e-6)
          }
        }
      },
    ),
  )
})

it('a page that lies as the older one does is left where it lies', () => {
  expect(liesAlike([1, 0, 0, 1, 0.1, 0], PAPER)).toBe(true)
  expect(liesAlike([1, 0, 0, 1, 3, 0], PAPER)).toBe(false)
  expect(liesAlike([1, 0.001, -0.001, 1, 0, 0], PAPER)).toBe(false)
})
