import { describe, expect, it } from 'vitest'
import { chainLength } from '@/core/draft/chain'
import { validateRecord } from '@/core/model/registry'
import { chainsOf, type Shape } from '@/core/model/shapes'
import type { Tool } from '@/studio/kernel/tool'
import { lineFinder, line as sheetLine } from '../../../../tests/support/line-finder'
import { Rig } from '../../../../tests/support/rig'
import { arcOptions, dimensionOptions, hatchOptions, lineOptions, polygonOptions } from './options'
import { arc, circle, ellipse, polygon, spline } from './tools/curves'
import { line } from './tools/line'
import { outline } from './tools/outline'
import { rectangle } from './tools/rectangle'
import { dimension, hatch, text } from './tools/writing'

/** How long what a rig drew is, in all. */
const lengthIn = (rig: Rig): number =>
  [...rig.records.values()].reduce(
    (sum, record) =>
      sum + chainsOf(record as Shape, rig.context().plan.around).reduce((all, chain) => all + chainLength(chain), 0),
    0,
  )

const valid = (rig: Rig): Rig => {
  for (const record of rig.records.values()) expect(() => validateRecord(record)).not.toThrow()
  return rig
}

describe('a line', () => {
  it('grows from click to click as one path, and is closed at its first point', () => {
    const rig = valid(new Rig().take(line).click(0, 0).click(3000, 0).click(3000, 4000).click(0, 0))
    expect(rig.all('path')).toHaveLength(1)
    expect(rig.all('path')[0]?.closed).toBe(true)
    expect(lengthIn(rig)).toBeCloseTo(12_000, 6)
  })

  it('runs on without a kink where arcs are chosen', () => {
    const rig = new Rig()
      .take(line)
      .click(0, 0)
      .click(1000, 0)
      .choose(lineOptions.with({ linePiece: 'arc' }))
    rig.click(2000, 1000)
    // A quarter of a circle of 1 m follows the straight metre.
    expect(lengthIn(valid(rig))).toBeCloseTo(1000 + (Math.PI / 2) * 1000, 6)
  })

  it('is held level by Shift', () => {
    const rig = new Rig().take(line).click(0, 0).hold().click(1000, 60)
    expect(rig.all('path')[0]?.xy[3]).toBeCloseTo(0, 9)
  })

  it('goes by typed length and angle, and by x and y from zero', () => {
    const rig = new Rig().take(line).click(500, 0).point(501, 0).type('2 m').type('90', 'angle').enter()
    expect(rig.all('path')[0]?.xy[3]).toBeCloseTo(2000, 9)
    rig.point(9, 9).type('=0', 'across').type('=0', 'up').enter()
    expect(rig.all('path')[0]?.xy.slice(4)).toEqual([0, 0])
  })
})

describe('plain shapes', () => {
  const drawn = (tool: Tool, ...at: readonly (readonly [number, number])[]): Rig => {
    const rig = new Rig().take(tool)
    for (const [x, y] of at) rig.click(x, y)
    return valid(rig)
  }

  it('a rectangle by two corners', () => expect(lengthIn(drawn(rectangle, [0, 0], [300, 400]))).toBeCloseTo(1400, 9))

  it('a rectangle by typed sizes, towards the mouse', () => {
    const rig = new Rig().take(rectangle).click(0, 0).point(-10, 10).type('300', 'width').type('200', 'height').enter()
    expect(Math.min(...rig.all('path')[0]!.xy)).toBeCloseTo(-300, 9)
  })

  it('a circle by centre and edge', () =>
    expect(lengthIn(drawn(circle, [0, 0], [500, 0]))).toBeCloseTo(2 * Math.PI * 500, 6))

  it('a circle by its typed radius', () => {
    const rig = new Rig().take(circle).click(0, 0).point(1, 0).type('250').enter()
    expect(rig.all('circle')[0]?.radiusMm).toBe(250)
  })

  it('an arc over three points', () =>
    expect(lengthIn(drawn(arc, [-1000, 0], [0, 1000], [1000, 0]))).toBeCloseTo(Math.PI * 1000, 6))

  it('an arc from its centre, anticlockwise', () => {
    const rig = new Rig().choose(arcOptions.with({ arcWay: 'from centre' })).take(arc)
    rig.click(0, 0).click(1000, 0).click(0, 1000)
    expect(lengthIn(rig)).toBeCloseTo((Math.PI / 2) * 1000, 6)
  })

  it('no arc over three points of one line', () => {
    const rig = drawn(arc, [0, 0], [1000, 0], [2000, 0])
    expect(rig.all('path')).toEqual([])
    expect(rig.said[0]).toContain('one line')
  })

  it('an ellipse', () => expect(drawn(ellipse, [0, 0], [1000, 0], [0, 400]).all('ellipse')).toHaveLength(1))

  it('a polygon of as many sides as are chosen', () => {
    const rig = new Rig()
      .choose(polygonOptions.with({ sides: 8 }))
      .take(polygon)
      .click(0, 0)
      .click(1000, 0)
    expect(rig.all('path')[0]?.xy).toHaveLength(16)
  })

  it('a curve through its points, ended by Enter', () =>
    expect(drawn(spline, [0, 0], [500, 800], [1500, 0]).enter().all('spline')[0]?.by).toBe('through'))

  it('an outline of the sheet with all that hang together', () => {
    const sides = [
      sheetLine(0, 0, 600, 0),
      sheetLine(600, 0, 600, 400),
      sheetLine(600, 400, 0, 400),
      sheetLine(0, 400, 0, 0),
    ]
    const rig = valid(new Rig({ sheetLines: lineFinder(sides), reachMm: 10 }).take(outline).click(300, 2))
    expect(rig.all('path')[0]?.closed).toBe(true)
    expect(lengthIn(rig)).toBeCloseTo(2000, 6)
  })
})

describe('writing', () => {
  it('a text can be placed before it is typed', () => {
    const rig = new Rig().take(text).click(100, 200)
    expect(rig.all('text')).toEqual([])
    rig.type('Slipway').enter()
    expect(valid(rig).all('text')[0]).toMatchObject({ text: 'Slipway', at: { x: 100, y: 200 }, heightMm: 250 })
  })

  it('a dimension states the distance between its points', () => {
    const rig = valid(new Rig().take(dimension).click(0, 0).click(3000, 0).click(1500, 600))
    expect(rig.all('dimension')).toHaveLength(1)
    expect(rig.all('dimension')[0]).toMatchObject({ way: 'aligned' })
  })

  it('a level dimension states its part across', () => {
    const rig = new Rig().choose(dimensionOptions.with({ dimensionWay: 'level' })).take(dimension)
    rig.click(0, 0).click(3000, 400).click(1500, 900)
    expect(rig.all('dimension')[0]).toMatchObject({ way: 'level' })
  })

  it('a hatch fills what encloses the place', () => {
    const rig = new Rig().take(rectangle).click(0, 0).click(2000, 1000)
    rig
      .choose(hatchOptions.with({ hatchPattern: 'cross', hatchSpacingMm: 50 }))
      .take(hatch)
      .click(1000, 500)
    expect(valid(rig).all('hatch')[0]).toMatchObject({ pattern: 'cross', spacingMm: 50 })
  })
})
