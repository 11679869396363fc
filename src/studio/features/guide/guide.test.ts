import { beforeEach, expect, it } from 'vitest'
import type { ProjectRecord } from '@/core/model/registry'
import type { Now } from '@/studio/kernel/now'
import { nowAt } from '../../../../tests/support/now'
import { plainWall } from '../../../../tests/support/plain-wall'
import { sheetOnBoard } from '../../../../tests/support/sheet-on-board'
import { beginGuide, markDone, useGuide } from './guide-state'
import { GUIDE_STEPS } from './steps'

const now = (records: readonly ProjectRecord[], part: Partial<Now> = {}): Now =>
  nowAt({ records: new Map(records.map((record) => [record.id, record])), ...part })
const doneAt = (at: Now): number[] => GUIDE_STEPS.flatMap((step, i) => (step.isDone(at, []) ? [i] : []))

beforeEach(beginGuide)

it('sees each step done, in whatever order', () => {
  expect(doneAt(now([]))).toEqual([])
  const dimension = { id: 'd', fromPt: { x: 0, y: 0 }, toPt: { x: 100, y: 0 }, statedMm: 3528, role: 'fit' as const }
  expect(doneAt(now([sheetOnBoard()]))).toEqual([0])
  expect(doneAt(now([sheetOnBoard({ dimensions: [dimension] })]))).toEqual([0, 1])
  expect(doneAt(now(['a', 'b', 'c', 'd'].map((id) => plainWall(id))))).toEqual([2])
  expect(doneAt(now([], { step: 'hand-over' }))).toEqual([5])
})

it('what was seen done stays done', () => {
  markDone([0, 2])
  markDone([1])
  expect([...useGuide.getState().done].sort()).toEqual([0, 1, 2])
})
