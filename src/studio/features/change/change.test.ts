import { describe, expect, it } from 'vitest'
import { chainLength } from '@/core/draft/chain'
import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Path } from '@/core/model/path/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { chainsOf, type Shape } from '@/core/model/shapes'
import { selectOptions } from '@/studio/tooling/options'
import { select } from '@/studio/tooling/select'
import { removal } from '@/studio/tooling/shape-edits'
import { plainWall } from '../../../../tests/support/plain-wall'
import { Rig } from '../../../../tests/support/rig'
import { allLike, close, dropNeedless, join, membersAlong, simplify, wallsAlong } from './line-commands'
import { arrayOptions, cornerOptions, layOntoOptions, mirrorOptions } from './options'
import { extend, split, trim } from './tools/cutting'
import { corner, offset } from './tools/offset-and-corner'
import { stretch } from './tools/stretch'
import { array, copy, layOnto, mirror, move, scale, turn } from './tools/transforms'

const path = (id: string, ...xy: number[]): Path => ({
  id,
  kind: 'path',
  layerId: FIRST_LAYER.id,
  pen: undefined,
  xy,
  closed: false,
})

const rigWith = (...records: readonly ProjectRecord[]) => new Rig({ records, reachMm: 20 })
const xyOf = (rig: Rig, id: string): readonly number[] => (rig.records.get(id) as Path).xy
const lengthOf = (rig: Rig, shape: Shape): number =>
  chainsOf(shape, rig.context().plan.around).reduce((sum, chain) => sum + chainLength(chain), 0)

describe('picking', () => {
  it('takes the nearest line, another one instead, and more with Shift', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0), path('b', 0, 500, 1000, 500))
      .take(select)
      .click(500, 8)
    expect(rig.selection).toEqual(['a'])
    expect(rig.click(500, 508).selection).toEqual(['b'])
    expect(rig.hold().click(500, 8).selection).toEqual(['b', 'a'])
    expect(rig.click(500, 8).selection).toEqual(['b'])
    expect(rig.hold(false).click(500, 4000).selection).toEqual([])
  })

  it('by a frame takes what it touches, or only what lies inside', () => {
    const frame = [
      { x: -100, y: -100 },
      { x: 600, y: 600 },
    ] as const
    const lines = [path('in', 0, 0, 500, 0), path('across', 0, 400, 1000, 400)]
    const touching = rigWith(...lines)
      .take(select)
      .hold()
      .drag(frame[0], frame[1])
    expect([...touching.selection].sort()).toEqual(['across', 'in'])
    const inside = rigWith(...lines)
      .choose(selectOptions.with({ frameWay: 'inside', groundDrag: 'frame' }))
      .take(select)
    expect(inside.drag(frame[0], frame[1]).selection).toEqual(['in'])
  })

  it('drags what is picked, and a handle of it', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(select)
      .pick('a')
    rig.drag({ x: 500, y: 0 }, { x: 500, y: 300 })
    expect(xyOf(rig, 'a')).toEqual([0, 300, 1000, 300])
    rig.drag({ x: 1000, y: 300 }, { x: 2000, y: 300 })
    expect(xyOf(rig, 'a')).toEqual([0, 300, 2000, 300])
    expect(rig.changes.map(({ label }) => label)).toEqual(['Move', 'Move point'])
  })

  it('nudges and lengthens by arrows', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(select)
      .pick('a')
      .type('50', 'step')
      .arrow(0, 1)
    expect(xyOf(rig, 'a')).toEqual([0, 50, 1000, 50])
    rig.arrow(1, 0, true)
    expect(xyOf(rig, 'a')).toEqual([0, 50, 1050, 50])
  })

  it('leaves a drag on the ground to the view, unless Shift is held or it is chosen otherwise', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0)).take(select)
    const across = [
      { x: 200, y: 200 },
      { x: 800, y: -200 },
    ] as const
    expect(rig.drag(across[0], across[1]).selection).toEqual([])
    expect(rig.hold().drag(across[0], across[1]).selection).toEqual(['a'])
    const framing = rigWith(path('a', 0, 0, 1000, 0)).choose(selectOptions.with({ groundDrag: 'frame' }))
    expect(framing.take(select).drag(across[0], across[1]).selection).toEqual(['a'])
  })

  it('leaves arrows to the view while nothing is picked', () => {
    expect(() => rigWith().take(select).arrow(0, 1)).toThrow('does nothing with arrows')
  })

  it('ends by Esc: what is picked no longer is', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(select)
      .pick('a')
      .escape()
    expect(rig.selection).toEqual([])
    expect(rig.escape().selection).toEqual([])
  })
})

describe('looking', () => {
  it('changes nothing by a click', () =>
    expect(
      rigWith(path('a', 0, 0, 1, 0))
        .take(select)
        .click(0, 0).changes,
    ).toEqual([]))
})

describe('moving, copying, turning', () => {
  const line = () => rigWith(path('a', 0, 0, 1000, 0)).pick('a')

  it('a line moves by two points, or by typed parts', () => {
    expect(xyOf(line().take(move).click(0, 0).click(200, 100), 'a')).toEqual([200, 100, 1200, 100])
    const typed = line().take(move).click(0, 0).point(5, 5).type('300', 'across').type('0', 'up').enter()
    expect(xyOf(typed, 'a')).toEqual([300, 0, 1300, 0])
  })

  it('copies go on from the same point', () => {
    const rig = line().take(copy).click(0, 0).click(0, 500).click(0, 1000)
    expect(rig.all('path').map(({ xy }) => xy[1])).toEqual([0, 500, 1000])
  })

  it('what is clicked is taken where nothing is picked', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0)).take(move)
    expect(rig.says).toBe('Click what it should be done to.')
    expect(rig.click(500, 0).selection).toEqual(['a'])
  })

  it('turns by a typed angle', () => {
    const rig = line().take(turn).click(0, 0).point(1, 0).type('90').enter()
    const [x1, y1, x2, y2] = xyOf(rig, 'a') as [number, number, number, number]
    for (const [is, wanted] of [
      [x1, 0],
      [y1, 0],
      [x2, 0],
      [y2, 1000],
    ] as const)
      expect(is).toBeCloseTo(wanted, 9)
  })

  it('scales by a typed factor about a point', () => {
    const rig = line().take(scale).click(1000, 0).point(1, 0).type('2').enter()
    expect(xyOf(rig, 'a')[0]).toBeCloseTo(-1000, 9)
  })

  it('lays two points onto two others, with the size or without it', () => {
    const onto = (pairsScale: boolean) =>
      line()
        .choose(layOntoOptions.with({ pairsScale }))
        .take(layOnto)
        .click(0, 0)
        .click(0, 0)
        .click(1000, 0)
        .click(0, 2000)
    expect(xyOf(onto(true), 'a')[3]).toBeCloseTo(2000, 6)
    expect(xyOf(onto(false), 'a')[3]).toBeCloseTo(1000, 6)
  })

  it('mirrors, and keeps the original or gives it up', () => {
    const mirrored = (mirrorKeeps: boolean) =>
      line().choose(mirrorOptions.with({ mirrorKeeps })).take(mirror).click(0, 100).click(1000, 100)
    expect(mirrored(true).all('path')).toHaveLength(2)
    const only = mirrored(false)
    expect(only.all('path')).toHaveLength(1)
    expect(xyOf(only, 'a')[1]).toBeCloseTo(200, 9)
  })

  it('copies in rows, and around a point', () => {
    const row = line().take(array).type('3', 'count').click(0, 0).click(0, 500)
    expect(row.all('path').length).toBeGreaterThan(1)
    const around = line()
      .choose(arrayOptions.with({ arrayWay: 'around' }))
      .take(array)
      .click(0, 0)
      .enter()
    expect(around.all('path').length).toBeGreaterThan(1)
  })

  it('stretches what has an end in the frame', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(stretch)
      .click(900, -100)
      .click(1100, 100)
      .click(1000, 0)
    expect(xyOf(rig.click(1500, 0), 'a')).toEqual([0, 0, 1500, 0])
  })
})

describe('beside and cut', () => {
  const cross = () => rigWith(path('a', 0, 0, 1000, 0), path('b', 400, -500, 400, 500))

  it('a line beside another one, on the side of the mouse', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(offset)
      .click(500, 0)
      .point(500, -30)
      .type('100')
      .click(500, -30)
    expect(rig.all('path')[1]?.xy[1]).toBeCloseTo(-100, 9)
  })

  it('a wall beside a wall is a wall', () => {
    const rig = rigWith(plainWall('w')).take(offset).click(2500, 0).point(2500, 500).type('1 m').click(2500, 500)
    expect(rig.all('wall')[1]?.start.y).toBeCloseTo(1000, 9)
  })

  it('trims between the lines that cross', () => {
    const rig = cross().take(trim).click(800, 0)
    expect(xyOf(rig, 'a')).toEqual([0, 0, 400, 0])
    expect(rig.click(200, 4000).said).toHaveLength(1)
  })

  it('extends to the next line', () => {
    const rig = rigWith(path('a', 0, 0, 300, 0), path('b', 400, -500, 400, 500))
      .take(extend)
      .click(280, 0)
    expect(xyOf(rig, 'a')[2]).toBeCloseTo(400, 9)
  })

  it('splits in two of the same length as before', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0))
      .take(split)
      .click(300, 0)
    expect(rig.all('path')).toHaveLength(2)
    expect(rig.all('path').reduce((sum, each) => sum + lengthOf(rig, each), 0)).toBeCloseTo(1000, 9)
  })

  it('a corner is rounded, or cut back', () => {
    const lines = () => rigWith(path('a', 0, 0, 1000, 0), path('b', 1000, 0, 1000, 1000)).take(corner)
    const round = lines().click(500, 0).type('100').click(1000, 500)
    expect(xyOf(round, 'a')[2]).toBeCloseTo(900, 6)
    expect(round.changes[0]?.label).toBe('Round corner')
    const bevel = lines()
      .choose(cornerOptions.with({ cornerWay: 'bevel' }))
      .click(500, 0)
      .type('200')
      .click(1000, 500)
    expect(xyOf(bevel, 'a')[2]).toBeCloseTo(800, 6)
    expect(bevel.changes[0]?.label).toBe('Bevel corner')
  })
})

describe('commands on what is picked', () => {
  const shapes = (rig: Rig) => [...rig.records.values()] as Shape[]

  it('joins lines whose ends meet, and says where none do', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0), path('b', 1000, 0, 1000, 1000))
    expect(join(shapes(rig), rig.context()).edit?.edits).toHaveLength(2)
    const apart = rigWith(path('a', 0, 0, 1000, 0), path('b', 1500, 0, 1500, 1000))
    expect(join(shapes(apart), apart.context()).edit).toBeUndefined()
  })

  it('closes an open line', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0, 1000, 1000))
    expect(close(shapes(rig), rig.context()).edit?.edits[0]?.after).toMatchObject({ closed: true })
  })

  it('simplifies to fewer points', () => {
    const rig = rigWith(path('a', 0, 0, 500, 0.2, 1000, 0))
    expect(simplify(shapes(rig), rig.context()).edit?.edits[0]?.after).toMatchObject({ xy: [0, 0, 1000, 0] })
  })

  it('drops what is doubled', () => {
    const rig = rigWith(path('a', 0, 0, 1000, 0), path('b', 0, 0, 1000, 0))
    expect(dropNeedless(shapes(rig), rig.context()).edit?.edits).toHaveLength(1)
  })

  it('makes walls and members along lines, which stay', () => {
    const rig = rigWith(path('a', 0, 0, 3000, 0, 3000, 2000))
    expect(wallsAlong(shapes(rig), rig.context()).edit?.edits).toHaveLength(2)
    expect(membersAlong(shapes(rig), rig.context()).edit?.edits).toHaveLength(2)
  })

  it('picks all that are alike', () => {
    const rig = rigWith(path('a', 0, 0, 1, 0), path('b', 0, 9, 1, 9), plainWall('w'))
    expect(allLike([path('a', 0, 0, 1, 0)], 'kind', rig.context()).sort()).toEqual(['a', 'b'])
  })

  it('removes a wall with its doors', () => {
    const door = { id: 'd', kind: 'opening', wallId: 'w' } as ProjectRecord
    const rig = rigWith(plainWall('w'), door)
    const { label, edits } = removal([plainWall('w') as Shape], rig.records)
    expect(label).toBe('Delete wall')
    expect(edits.map(({ id }) => id).sort()).toEqual(['d', 'w'])
  })
})
