import { describe, expect, it } from 'vitest'
import { basePointOptions } from '@/studio/tooling/options'
import { Rig } from '../../../../tests/support/rig'
import { sheetOnBoard } from '../../../../tests/support/sheet-on-board'
import { turnApart, turnTogether } from './group'
import { knownLengthOptions, tieOptions } from './options'
import { basePoint } from './tools/base-point'
import { fit } from './tools/fit'
import { setHeight } from './tools/set-height'
import { straighten } from './tools/straighten'
import { tie } from './tools/tie'

const rigWith = (...sheets: readonly ReturnType<typeof sheetOnBoard>[]) =>
  new Rig({ records: sheets.length > 0 ? sheets : [sheetOnBoard()] })
const placed = (rig: Rig) => rig.refits.at(-1)!.refitted[0]!.after.placement
const { mmPerPt: BEFORE } = sheetOnBoard().placement

describe('a known length', () => {
  it('sizes the sheet so that it measures what is stated', () => {
    const rig = rigWith().take(fit).click(0, 0).click(4000, 0).type('8 m').enter()
    expect(rig.refits.map(({ label }) => label)).toEqual(['Fit sheet'])
    expect(placed(rig).mmPerPt / BEFORE).toBeCloseTo(2, 9)
  })

  it('checks a sheet that is fitted already', () => {
    const dimension = { id: 'd', fromPt: { x: 0, y: 0 }, toPt: { x: 100, y: 0 }, statedMm: 3528, role: 'fit' as const }
    const rig = rigWith(sheetOnBoard({ dimensions: [dimension] })).take(fit)
    rig.click(0, 0).click(0, 4000).type('4010').enter()
    expect(rig.refits).toEqual([])
    expect(rig.all('underlay')[0]?.dimensions.map(({ role }) => role)).toEqual(['fit', 'check'])
  })

  it('can state only the part along', () => {
    const rig = rigWith()
      .choose(knownLengthOptions.with({ statedAlong: 'along' }))
      .take(fit)
    rig.click(0, 0).click(4000, 3000).type('8 m').enter()
    expect(placed(rig).mmPerPt / BEFORE).toBeCloseTo(2, 9)
  })

  it('says what can’t be read, and where there is no sheet', () => {
    expect(rigWith().take(fit).click(0, 0).click(4000, 0).type('eight').enter().said).toHaveLength(1)
    expect(new Rig().take(fit).says).toContain('Bring in a sheet first')
  })

  it('is refused for two points on one another', () => {
    const rig = rigWith().take(fit).click(0, 0).click(0, 0).type('8 m').enter()
    expect(rig.refits).toEqual([])
    expect(rig.said).toHaveLength(1)
  })
})

describe('while it is asked whether the tracing follows', () => {
  const asked = () =>
    new Rig({ records: [sheetOnBoard()], asks: true }).take(fit).click(0, 0).click(4000, 0).type('8 m').enter()

  it('the session waits, and goes on from where it was if the sheet stays', () => {
    const rig = asked()
    const { points } = rig.session
    expect(points).toHaveLength(2)
    rig.click(7000, 0)
    expect(rig.session.points).toEqual(points)
    expect(rig.said.at(-1)).toContain('Answer first')
    rig.answer(false)
    expect(rig.session.points).toEqual(points)
    expect(rig.session.typed).not.toEqual({})
    rig.enter()
    expect(rig.refits).toHaveLength(2)
  })

  it('the session ends once the sheet is fitted', () => expect(asked().answer(true).session.points).toEqual([]))

  it('an answer that comes after another tool was taken is not for that one', () =>
    expect(asked().take(straighten).click(5, 5).answer(true).session.points).toHaveLength(1))
})

describe('laying onto points', () => {
  it('one pair moves', () => {
    const rig = rigWith().take(tie).click(0, 0).click(500, 300).enter()
    expect(placed(rig).originMm).toEqual({ x: 500, y: 300 })
    expect(placed(rig).mmPerPt).toBe(BEFORE)
  })

  it('two pairs scale, unless the size is kept', () => {
    const laid = (tieKind: 'similarity' | 'rigid') =>
      rigWith()
        .choose(tieOptions.with({ tieKind }))
        .take(tie)
        .click(0, 0)
        .click(0, 0)
        .click(1000, 0)
        .click(3000, 0)
        .enter()
    expect(placed(laid('similarity')).mmPerPt / BEFORE).toBeCloseTo(3, 9)
    expect(placed(laid('rigid')).mmPerPt).toBeCloseTo(BEFORE, 9)
  })

  it('a place can be typed', () => {
    const rig = rigWith().take(tie).click(0, 0).type('1000, 2000').enter().enter()
    expect(placed(rig).originMm).toEqual({ x: 1000, y: 2000 })
  })

  it('a locked sheet stays, and that is said', () => {
    const rig = rigWith(sheetOnBoard({ locked: true }))
      .take(tie)
      .click(0, 0)
    expect(rig.said).toEqual(['locked: Ground floor'])
  })

  it('shows the others as ghosts', () => {
    const other = sheetOnBoard({ id: 'other' })
    expect(tie.shows!(other, { records: new Map(), selection: ['sheet'] }).tone).toBeLessThan(other.tone)
    expect(tie.shows!(sheetOnBoard(), { records: new Map(), selection: ['sheet'] })).toEqual(sheetOnBoard())
  })
})

describe('straightening', () => {
  it('turns a line level, about its first point', () => {
    const rig = rigWith().take(straighten).click(0, 0).click(4000, 100)
    expect(Math.sin(placed(rig).turnRad)).toBeCloseTo(-Math.sin(Math.atan2(100, 4000)), 9)
    expect(rig.tool).not.toBe(straighten)
  })

  it('turns to a typed angle', () => {
    const rig = rigWith().take(straighten).click(0, 0).point(4000, 0).type('30').click(4000, 0)
    expect(placed(rig).turnRad).toBeCloseTo(Math.PI / 6, 9)
  })

  it('a locked sheet stays', () =>
    expect(
      rigWith(sheetOnBoard({ locked: true }))
        .take(straighten)
        .click(0, 0)
        .click(4000, 9).refits,
    ).toEqual([]))
})

describe('base point and height', () => {
  it('a click or a typed place, then the known length', () => {
    const clicked = rigWith().take(basePoint).click(700, 800)
    expect(clicked.optionsOf(basePointOptions).basePoint).toEqual({ x: 700, y: 800 })
    expect(clicked.tool).toBe(fit)
    expect(rigWith().take(basePoint).enter().optionsOf(basePointOptions).basePoint).toEqual({ x: 0, y: 0 })
  })

  it('a point of a sheet comes to lie as high as is stated', () => {
    const rig = rigWith().take(setHeight).click(100, 250).type('3 m', 'height').enter()
    expect(placed(rig).originMm).toEqual({ x: 0, y: 2750 })
  })
})

describe('sheets together', () => {
  const sheets = [sheetOnBoard(), sheetOnBoard({ id: 'second' })]
  const together = { group: ['sheet', 'second'], base: { x: 1000, y: 0 }, records: new Map(), sources: [] }

  it('turn about the base point', () => {
    const { refitted } = turnTogether('Turn', sheets, together, Math.PI)
    expect(refitted.map(({ after }) => after.placement.originMm.x)).toEqual([
      expect.closeTo(2000, 6),
      expect.closeTo(2000, 6),
    ])
  })

  it('apart they turn each for itself', () =>
    expect(turnApart('Turn', sheets, together, Math.PI / 2).refitted).toHaveLength(2))
})
