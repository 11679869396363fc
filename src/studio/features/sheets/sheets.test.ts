import { expect, it } from 'vitest'
import { ringOptions } from '@/studio/tooling/options'
import { Rig } from '../../../../tests/support/rig'
import { sheetOnBoard } from '../../../../tests/support/sheet-on-board'
import { crop } from './tools/crop'
import { moveSheet } from './tools/move-sheet'

const rigWith = (sheet = sheetOnBoard()) => new Rig({ records: [sheet] }).pick('sheet')
const { mmPerPt } = sheetOnBoard().placement

it('a crop is what lies between two corners, in the space of the sheet', () => {
  const rig = rigWith()
    .take(crop)
    .click(0, 0)
    .click(100 * mmPerPt, 50 * mmPerPt)
  const ring = rig.all('underlay')[0]!.crop!
  expect(Math.max(...ring.map(({ x }) => x))).toBeCloseTo(100, 9)
  expect(Math.max(...ring.map(({ y }) => y))).toBeCloseTo(50, 9)
  expect(rig.tool).not.toBe(crop)
})

it('a crop by corners is closed by Enter', () => {
  const rig = rigWith()
    .choose(ringOptions.with({ ringShape: 'corners' }))
    .take(crop)
  rig.click(0, 0).click(4000, 0).click(0, 4000).enter()
  expect(rig.all('underlay')[0]?.crop).toHaveLength(3)
})

it('a crop encloses something', () => {
  const rig = rigWith().take(crop).click(0, 0).click(4000, 0)
  expect(rig.changes).toEqual([])
  expect(rig.said[0]).toContain('enclose nothing')
})

it('a locked sheet is not cropped', () =>
  expect(
    rigWith(sheetOnBoard({ locked: true }))
      .take(crop)
      .click(0, 0).said,
  ).toEqual(['locked: Ground floor']))

it('what is cropped shows whole meanwhile', () => {
  const cropped = sheetOnBoard({
    crop: [
      { x: 0, y: 0 },
      { x: 9, y: 0 },
      { x: 9, y: 9 },
    ],
  })
  const records = new Map([[cropped.id, cropped]])
  expect(crop.shows!(cropped, { records, selection: ['sheet'] }).crop).toBeNull()
})

it('a sheet moves by two points, and by arrows in steps', () => {
  const rig = rigWith().take(moveSheet).click(0, 0).click(250, 100)
  expect(rig.refits[0]?.refitted[0]?.after.placement.originMm).toEqual({ x: 250, y: 100 })
  rig.type('20', 'step').arrow(1, 0)
  expect(rig.refits[1]).toMatchObject({ label: 'Nudge sheet', small: true })
  expect(rig.refits[1]?.refitted[0]?.after.placement.originMm).toEqual({ x: 20, y: 0 })
})

it('what is typed for the arrows outlasts Enter', () => {
  const rig = rigWith().take(moveSheet).type('20', 'step').enter()
  expect(rig.session.typed.step).toBe('20')
})
