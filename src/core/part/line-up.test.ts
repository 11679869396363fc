import fc from 'fast-check'
import { expect, it } from 'vitest'
import { viewOfPart } from '../../../tests/support/part'
import { pointSeen } from '../geometry/space'
import type { ProjectRecord } from '../model/registry'
import { frameOf } from '../model/work-plane/frame'
import { linedUp, lineOnView } from './line-up'

const SIDES = ['top', 'front', 'side'] as const
const records = new Map<string, ProjectRecord>(SIDES.map((side) => [side, viewOfPart(side)]))
const frame = (side: (typeof SIDES)[number]) => frameOf(side, records)
const mm = fc.double({ min: -500, max: 500, noNaN: true })

it('a point that is seen on two views lies at one place along what both show, wherever the sheets lay', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SIDES), fc.constantFrom(...SIDES), mm, mm, mm, mm, mm, (a, b, x, y, z, dx, dy) => {
      const place = { x, y, z }
      const first = { frame: frame(a), at: pointSeen(frame(a), place) }
      const right = pointSeen(frame(b), place)
      const off = { frame: frame(b), at: { x: right.x + dx, y: right.y + dy } }
      const move = linedUp(first, off)
      if (a === b) {
        expect(move).toBeNull()
        return
      }
      const now = { frame: frame(b), at: { x: off.at.x + move!.x, y: off.at.y + move!.y } }
      // Nothing is left to move, and where the point really is lies on the line that is shown.
      const again = linedUp(first, now)!
      expect(Math.hypot(again.x, again.y)).toBeLessThan(1e-9)
      const line = lineOnView(first, frame(b))!
      const aside = (p: { x: number; y: number }) =>
        (p.x - line.through.x) * line.along.y - (p.y - line.through.y) * line.along.x
      expect(aside(right)).toBeCloseTo(0, 9)
      expect(aside(now.at)).toBeCloseTo(0, 9)
    }),
  )
})
