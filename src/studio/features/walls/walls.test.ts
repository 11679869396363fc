import { describe, expect, it } from 'vitest'
import { boxOf } from '@/core/geometry/box'
import { validateRecord } from '@/core/model/registry'
import { wallLengthMm } from '@/core/model/wall/line'
import type { ProposedElement } from '@/core/propose/elements/element'
import { line, lineFinder } from '../../../../tests/support/line-finder'
import { Rig } from '../../../../tests/support/rig'
import { proposalOptions, wallOptions } from './options'
import { traceSheet } from './proposals'
import { outlineOf } from './proposed-elements'
import { proposedWalls } from './tools/proposed-walls'
import { wallThickness } from './tools/thickness'
import { wall } from './tools/wall'
import { wallAlong } from './tools/wall-along'
import { wallOnSheet } from './tools/wall-on-sheet'

/** The two faces of a wall of 200 mm on a sheet, with both ends closed. */
const TWO_FACES = lineFinder([
  line(0, 0, 6000, 0),
  line(0, 200, 6000, 200),
  line(0, 0, 0, 200),
  line(6000, 0, 6000, 200),
])

describe('walls in a chain', () => {
  it('run from click to click, as long as is typed', () => {
    const rig = new Rig().take(wall).click(0, 0).point(900, 0).type('3 m').enter()
    const [made] = rig.all('wall')
    expect(wallLengthMm(made!)).toBeCloseTo(3000, 9)
    expect(made).toMatchObject({ thicknessMm: 300, tracedLine: 'left' })
    expect(rig.changes.map(({ label }) => label)).toEqual(['Trace wall'])
    expect(() => validateRecord(made)).not.toThrow()
  })

  it('go on from where the last one ended, and end where they began', () => {
    const rig = new Rig().take(wall).click(0, 0).click(4000, 0).click(4000, 3000).click(0, 0)
    expect(rig.all('wall').map(({ end }) => end)).toEqual([
      { x: 4000, y: 0 },
      { x: 4000, y: 3000 },
      { x: 0, y: 0 },
    ])
    expect(rig.session.points).toEqual([])
  })

  it('have some length', () => {
    const rig = new Rig().take(wall).click(0, 0).click(0, 0)
    expect(rig.all('wall')).toEqual([])
    expect(rig.said).toEqual(['A wall needs some length: click further away.'])
  })

  it('say what can’t be read, and keep what was begun', () => {
    const rig = new Rig().take(wall).click(0, 0).point(900, 0).type('three').enter()
    expect(rig.said).toHaveLength(1)
    expect(rig.session.points).toHaveLength(1)
    expect(rig.all('wall')).toEqual([])
  })

  it('come to lie on the other side by a key', () => {
    const rig = new Rig().take(wall).key('f').click(0, 0).click(1000, 0)
    expect(rig.all('wall')[0]).toMatchObject({ tracedLine: 'right' })
    expect(rig.optionsOf(wallOptions).wallFlipped).toBe(true)
  })

  it('give the last point back after an undo', () => {
    const rig = new Rig().take(wall).click(0, 0).click(4000, 0).undone()
    expect(rig.session.points.map(({ at }) => at)).toEqual([{ x: 0, y: 0 }])
  })
})

it('a round wall passes the third place', () => {
  const rig = new Rig().choose(wallOptions.with({ wallForm: 'round' })).take(wall)
  rig.click(0, 0).click(4000, 0).click(2000, 1000)
  expect(rig.all('wall')[0]?.bulge).toBeCloseTo(-0.5, 9)
})

it('a round wall is refused where three places lie in one line', () => {
  const rig = new Rig().choose(wallOptions.with({ wallForm: 'round' })).take(wall)
  rig.click(0, 0).click(4000, 0).click(2000, 0)
  expect(rig.all('wall')).toEqual([])
  expect(rig.said[0]).toContain('in one line')
})

it('a rectangle is four walls in one change', () => {
  const rig = new Rig()
    .choose(wallOptions.with({ wallForm: 'rectangle' }))
    .take(wall)
    .click(0, 0)
    .click(5000, 4000)
  expect(rig.all('wall')).toHaveLength(4)
  expect(rig.changes).toHaveLength(1)
})

it('a thickness is taken square to the first face, and the wall is next', () => {
  const rig = new Rig().take(wallThickness).click(0, 0).click(30, 240)
  expect(rig.tool).toBe(wall)
  expect(rig.optionsOf(wallOptions).pickedThicknessMm).toBeCloseTo(Math.hypot(30, 240), 6)
})

it('no wall is as thick as nothing', () => {
  const rig = new Rig().take(wallThickness).click(0, 0).click(0, 0)
  expect(rig.tool).toBe(wallThickness)
  expect(rig.said[0]).toContain('click its other face')
})

it('a wall along a line of the sheet lies on the side of the mouse', () => {
  const rig = new Rig({ sheetLines: TWO_FACES }).take(wallAlong).point(3000, -40)
  expect(rig.says).toContain('6000')
  rig.click(3000, -40)
  const [made] = rig.all('wall')
  expect(wallLengthMm(made!)).toBeCloseTo(6000, 6)
  expect(made?.tracedLine).toBe('left')
  expect(rig.selection).toEqual([made!.id])
})

it('says where no line of a sheet is near', () => {
  const rig = new Rig({ sheetLines: TWO_FACES }).take(wallAlong).click(3000, 3000)
  expect(rig.all('wall')).toEqual([])
  expect(rig.said[0]).toContain('No line of a sheet')
})

it('a wall is read between its two lines', () => {
  const rig = new Rig({ sheetLines: TWO_FACES }).take(wallOnSheet).click(3000, 90)
  const [made] = rig.all('wall')
  expect(made?.thicknessMm).toBeCloseTo(200, 6)
  expect(wallLengthMm(made!)).toBeCloseTo(6000, 0)
  rig.click(3000, 90)
  expect(rig.said).toEqual(['This wall is there already.'])
})

describe('walls that a sheet seems to show', () => {
  const proposal = (y: number, certainty: number) => ({
    start: { x: 0, y },
    end: { x: 5000, y },
    thicknessMm: 240,
    openings: [],
    certainty,
  })
  const walls = [proposal(0, 0.9), proposal(4000, 0.2)]
  const rig = () => new Rig().choose(proposalOptions.with({ walls: walls as never })).take(proposedWalls)

  it('are made by a click, each once', () => {
    const one = rig().point(2500, 0)
    expect(one.says).toContain('90 % sure')
    one.click(2500, 0).click(2500, 0)
    expect(one.all('wall')).toHaveLength(1)
    expect(one.said).toEqual(['Nothing here looks like a wall, column, grid line or stair that is not there yet.'])
  })

  it('that are unsure are made where they are meant', () => {
    const one = rig().click(2500, 4000)
    expect(one.all('wall')[0]).toMatchObject({ thicknessMm: 240 })
  })

  it('are walked through by two keys: one makes it, the other leaves it', () => {
    const one = rig()
    one.key('y')
    expect(one.said.at(-1)).toContain('Walk through')
    one.choose(proposalOptions.with({ walking: true, certainty: 0.95 }))
    expect(one.says).toContain('90 % sure')
    one.key('n')
    expect(one.all('wall')).toHaveLength(0)
    expect(one.says).toContain('20 % sure')
    one.key('y')
    expect(one.all('wall')).toMatchObject([{ start: { x: 0, y: 4000 } }])
    expect(one.says).not.toContain('Y makes it')
  })

  describe('and what stands beside them', () => {
    const elements: ProposedElement[] = [
      { element: { kind: 'grid-line', name: 'A', start: { x: -2000, y: 0 }, end: { x: 9000, y: 0 } }, certainty: 0.9 },
      {
        element: { kind: 'column', at: { x: 0, y: 0 }, section: 'rectangle', widthMm: 400, depthMm: 200, turnRad: 0 },
        certainty: 0.8,
      },
      {
        element: { kind: 'stair', start: { x: 4000, y: 1000 }, end: { x: 4000, y: 4000 }, widthMm: 1200, risers: 12 },
        certainty: 0.4,
      },
    ]
    const read = () => new Rig().choose(proposalOptions.with({ elements })).take(proposedWalls)

    it('is told by what lies under the cursor, and made by a click, once', () => {
      const one = read()
      expect(one.point(150, 50).says).toContain('A column, 80 % sure')
      expect(one.point(5000, 0).says).toContain('A grid line A, 90 % sure')
      expect(one.point(4300, 2000).says).toContain('A flight of stairs, 40 % sure')
      one.click(150, 50).click(5000, 0).click(4300, 2000).click(150, 50)
      expect(one.all('column')).toMatchObject([{ widthMm: 400, depthMm: 200, levelId: one.context().levelId }])
      expect(one.all('grid-line')).toMatchObject([{ name: 'A' }])
      expect(one.all('stair')).toMatchObject([{ risers: 12 }])
      expect(one.said.at(-1)).toContain('Nothing here looks like')
    })

    it('shows where it stands: outlines are as large as what is made', () => {
      const [line, column, stair] = elements.map(({ element }) => boxOf(outlineOf(element)))
      expect(column).toEqual({ minX: -200, minY: -100, maxX: 200, maxY: 100 })
      expect(stair).toEqual({ minX: 3400, minY: 1000, maxX: 4600, maxY: 4000 })
      expect([line!.minX, line!.maxX]).toEqual([-2000, 9000])
    })

    it('is traced with all where it is sure, and walked through where it is not', () => {
      const one = read()
      one.does(traceSheet(one.context()))
      expect(one.said.at(-1)).toContain('Also 1 grid line, 1 column.')
      expect([one.all('column').length, one.all('stair').length]).toEqual([1, 0])
      one.choose(proposalOptions.with({ walking: true }))
      expect(one.says).toContain('Is this a flight of stairs? 40 % sure')
      one.key('n')
      expect(one.says).not.toContain('Is this')
      one.choose(proposalOptions.with({ left: [] }))
      one.key('y')
      expect(one.all('stair')).toHaveLength(1)
    })
  })

  it('are traced at once with the rooms that they enclose, and undone as one', () => {
    const side = (start: { x: number; y: number }, end: { x: number; y: number }) => ({
      start,
      end,
      thicknessMm: 200,
      openings: [],
      certainty: 0.9,
    })
    const corners = [
      { x: 0, y: 0 },
      { x: 5200, y: 0 },
      { x: 5200, y: 4200 },
      { x: 0, y: 4200 },
    ]
    const square = corners.map((start, i) => side(start, corners[(i + 1) % 4]!))
    const labels = [{ at: { x: 2000, y: 2000 }, name: 'Loft', number: '1.04', statedMm2: 25e6 }]
    const one = new Rig().choose(proposalOptions.with({ walls: square, labels })).take(proposedWalls)
    one.does(traceSheet(one.context()))
    expect(one.all('wall')).toHaveLength(4)
    expect(one.all('space')).toMatchObject([{ name: 'Loft', number: '1.04', statedAreaMm2: 25e6 }])
    expect(one.said.at(-1)).toBe(
      'Made 4 walls, 0 openings and 1 room. The printed area of 1 room differs from what was traced: Check lists them.',
    )
    one.does(traceSheet(one.context()))
    expect(one.said.at(-1)).toContain('Nothing more')
  })
})
