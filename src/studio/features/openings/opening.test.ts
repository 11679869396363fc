import { describe, expect, it } from 'vitest'
import { validateRecord } from '@/core/model/registry'
import { plainWall } from '../../../../tests/support/plain-wall'
import { Rig } from '../../../../tests/support/rig'
import { openingOptions } from './options'
import { opening } from './tools/opening'

const inWall = () => new Rig({ records: [plainWall('wall')] }).take(opening)

describe('an opening', () => {
  it('lies with its middle where it is clicked, as wide as is typed', () => {
    const rig = inWall().point(2000, 0).type('1 m').click(2000, 10)
    const [made] = rig.all('opening')
    expect(made).toMatchObject({ wallId: 'wall', use: 'door', widthMm: 1000, sillMm: 0 })
    expect(made?.alongMm).toBeCloseTo(2000, 9)
    expect(() => validateRecord(made)).not.toThrow()
  })

  it('is placed on a face of its wall as well as within it', () => {
    expect(inWall().click(2000, 50).all('opening')).toHaveLength(1)
  })

  it('opens to the side of the mouse', () => {
    expect(inWall().click(2000, 40).all('opening')[0]?.opens).toBe('left')
    expect(inWall().click(2000, -40).all('opening')[0]?.opens).toBe('right')
  })

  it('needs a wall, and room in it', () => {
    const rig = inWall().click(2000, 3000).click(100, 0)
    expect(rig.all('opening')).toEqual([])
    expect(rig.said).toHaveLength(2)
    expect(rig.said[0]).toBe('Doors and windows lie in walls: point at one.')
  })

  it('does not lie in another one', () => {
    const rig = inWall().click(2000, 0).click(2100, 0)
    expect(rig.all('opening')).toHaveLength(1)
    expect(rig.said).toHaveLength(1)
  })

  it('goes from jamb to jamb', () => {
    const rig = inWall()
      .choose(openingOptions.with({ openingBy: 'two jambs' }))
      .click(1000, 0)
      .click(2200, 0)
    expect(rig.all('opening')[0]?.widthMm).toBeCloseTo(1200, 9)
    expect(rig.all('opening')[0]?.alongMm).toBeCloseTo(1600, 9)
  })

  it('shows a sill for windows alone', () => {
    const keys = (rig: Rig) => opening.options!(rig.context()).map(({ key }) => key)
    expect(keys(inWall())).not.toContain('openingSillMm')
    expect(keys(inWall().choose(openingOptions.with({ openingUse: 'window' })))).toContain('openingSillMm')
  })
})
