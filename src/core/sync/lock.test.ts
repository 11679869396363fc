import { describe, expect, it } from 'vitest'
import type { Change } from '../model/change/change'
import { FIRST_LEVEL } from '../model/level/schema'
import type { ProjectRecord } from '../model/registry'
import { newUnderlay } from '../model/underlay/new'
import { placementAtRatio } from '../model/underlay/placement'
import type { Underlay } from '../model/underlay/schema'
import { decide } from './decide'

const sheet = newUnderlay({
  id: 'sheet',
  name: 'Plan',
  sheetId: 'page',
  placement: placementAtRatio(100),
  order: 1,
  locked: true,
})
const records = new Map<string, ProjectRecord>([FIRST_LEVEL, sheet].map((record) => [record.id, record]))
const decided = (after: Underlay | null, cause: Change['cause'] = 'edit') =>
  decide(
    {
      id: 'c',
      label: 'Edit',
      cause,
      of: cause === 'edit' ? null : 'b',
      edits: [{ id: 'sheet', before: sheet, after }],
    },
    records,
    () => 'new',
  )

describe('a locked sheet', () => {
  it.each<[string, Underlay | null]>([
    ['moved', { ...sheet, placement: { ...sheet.placement, originMm: { x: 1, y: 0 } } }],
    ['resized', { ...sheet, placement: placementAtRatio(50) }],
    ['turned', { ...sheet, placement: { ...sheet.placement, turnRad: 1 } }],
    [
      'cropped',
      {
        ...sheet,
        crop: [
          { x: 0, y: 0 },
          { x: 9, y: 0 },
          { x: 9, y: 9 },
        ],
      },
    ],
    ['laid on another level', { ...sheet, levelId: 'other' }],
    ['removed', null],
  ])('is not %s, whoever asks', (_, after) => {
    expect(decided(after)).toMatchObject({ kind: 'refused', sentence: expect.stringContaining('“Plan” is locked') })
  })

  it('still changes how it looks, what it is called and which lengths check it', () => {
    for (const part of [{ tone: 0.5 }, { name: 'Other' }, { visible: false }, { locked: false }] as const)
      expect(decided({ ...sheet, ...part })).toMatchObject({ kind: 'keep' })
  })

  it.each(['undo', 'redo'] as const)('is not moved by what calls itself an %s', (cause) => {
    expect(decided({ ...sheet, placement: placementAtRatio(50) }, cause)).toMatchObject({ kind: 'refused' })
  })

  it('goes with an undo of what brought it in locked', () => {
    expect(decided(null, 'undo')).toMatchObject({ kind: 'keep' })
  })
})
