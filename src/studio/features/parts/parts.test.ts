import { expect, it } from 'vitest'
import { depthOf } from '@/core/part/depth'
import { box, partOf, THICK, viewOfPart } from '../../../../tests/support/part'
import { Rig } from '../../../../tests/support/rig'
import { sheetOnBoard } from '../../../../tests/support/sheet-on-board'
import { relateOptions } from '../sketch/options'
import { relate } from '../sketch/tools/relate'
import { depthOptions, lineUpOptions } from './options'
import { lineUp } from './tools/line-up'
import { partDepth } from './tools/part-depth'

it('a sheet of another view moves onto the line of the point that both show', () => {
  const records = [partOf(), viewOfPart('top'), viewOfPart('front'), sheetOnBoard({ levelId: 'front' })]
  const rig = new Rig({ records, levelId: 'front' }).choose(
    lineUpOptions.with({ lineUp: { viewId: 'top', at: { x: 500, y: 80 } } }),
  )
  rig.take(lineUp).click(420, 10)
  expect(rig.refits[0]?.refitted[0]?.after.placement.originMm.x).toBeCloseTo(80, 9)
  expect(rig.optionsOf(lineUpOptions).lineUp).toBeNull()
})

it('views are lined up on the views of a part', () =>
  expect(new Rig().take(lineUp).click(0, 0).said[0]).toContain('Views of a part are lined up'))

it('a step takes the depth between two places', () => {
  const rig = new Rig({ records: [partOf(THICK), viewOfPart('top')], levelId: 'top' })
  rig.choose(depthOptions.with({ depthFor: { partId: 'part', stepId: THICK.id } }))
  rig.take(partDepth).click(0, 0).click(0, 12.5)
  expect(depthOf(rig.all('part')[0]!.steps[0]!)).toBeCloseTo(12.5, 9)
  expect(rig.said[0]).toContain('at the scale of the sheet')
})

it('a depth is of a step that is there', () =>
  expect(new Rig().take(partDepth).click(0, 0).click(0, 5).said[0]).toContain('is gone'))

it('points and pieces of lines are picked to be related, and let go by Enter', () => {
  const rig = new Rig({ records: [partOf(), viewOfPart('top'), box('b', 0, 0, 100, 50)], levelId: 'top', reachMm: 3 })
  rig.take(relate).click(50, 0).click(0, 25)
  expect(rig.optionsOf(relateOptions).related).toHaveLength(2)
  expect(rig.click(50, 0).optionsOf(relateOptions).related).toHaveLength(1)
  expect(rig.enter().optionsOf(relateOptions).related).toEqual([])
})
