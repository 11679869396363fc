import { expect, it } from 'vitest'
import { Rig } from '../../../../tests/support/rig'
import { wallOptions } from '../walls/options'
import { wall } from '../walls/tools/wall'
import { room } from './tools/room'

const enclosed = () =>
  new Rig()
    .choose(wallOptions.with({ wallForm: 'rectangle' }))
    .take(wall)
    .click(0, 0)
    .click(5000, 4000)
    .take(room)

it('a click into enclosing walls makes a room, with a name and the next number', () => {
  const rig = enclosed().point(2500, 2000).type('Boat hall', 'name').click(2500, 2000)
  expect(rig.all('space')[0]).toMatchObject({ name: 'Boat hall', number: '01', at: { x: 2500, y: 2000 } })
  expect(rig.selection).toEqual([rig.all('space')[0]!.id])
})

it('a room is made once; a second click picks it', () => {
  const rig = enclosed().click(2500, 2000).pick().click(2000, 1500)
  expect(rig.all('space')).toHaveLength(1)
  expect(rig.said[0]).toContain('already')
  expect(rig.selection).toHaveLength(1)
})

it('says where nothing encloses a place', () => {
  const rig = enclosed().click(9000, 9000)
  expect(rig.all('space')).toEqual([])
  expect(rig.said[0]).toContain('Nothing encloses this place')
})
