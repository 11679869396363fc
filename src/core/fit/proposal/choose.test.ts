import { describe, expect, it } from 'vitest'
import { bestCheck, longestPrinted } from './choose'
import type { ProposedDimension } from './propose'

const printed = (text: string, [x1, y1, x2, y2]: readonly number[], more: Partial<ProposedDimension> = {}) => ({
  text,
  source: 'dimension' as const,
  statedMm: 1,
  drawnMm: 1,
  fromPt: { x: x1!, y: y1! },
  toPt: { x: x2!, y: y2! },
  agrees: true,
  ...more,
})
const bottom = printed('bottom', [0, 0, 400, 0])
const top = printed('top', [0, 300, 350, 300])
const right = printed('right', [400, 0, 400, 300])
const door = printed('door', [100, 10, 130, 10])
const wrong = printed('wrong', [0, 500, 900, 500], { agrees: false })
const bar = printed('bar', [0, 600, 950, 600], { source: 'bar' })

describe('of printed dimensions', () => {
  it('the longest that goes with the others is proposed; one that does not, or a scale bar, is not', () => {
    expect(longestPrinted([door, wrong, bar, bottom, top])).toBe(bottom)
    expect(longestPrinted([wrong, bar])).toBeNull()
  })

  it('the check is far away and in the other direction, and none that is known already', () => {
    expect(bestCheck([bottom], [door, bottom, top, right])).toBe(right)
    expect(bestCheck([bottom, right], [door, bottom, top, right])).toBe(top)
    expect(bestCheck([{ fromPt: bottom.toPt, toPt: bottom.fromPt }], [bottom])).toBeNull()
  })

  it('one that disagrees is offered as well: that is what a check is for', () => {
    expect(bestCheck([bottom], [bottom, wrong])).toBe(wrong)
  })
})
