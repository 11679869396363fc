import { describe, expect, it } from 'vitest'
import { formatLength } from '../../units/format'
import { OPENING_USES, type Opening } from './schema'
import { asUse, usualOpening } from './usual'

const door: Opening = {
  id: 'd',
  kind: 'opening',
  wallId: 'w',
  use: 'door',
  alongMm: 500,
  widthMm: 900,
  heightMm: 2100,
  sillMm: 0,
  way: 'hinged',
  hinge: 'start',
  opens: 'left',
}

describe('openings begin', () => {
  it.each(OPENING_USES)('as a %s in whole inches where the job is in feet', (use) => {
    const { widthMm, heightMm, sillMm } = usualOpening(use, { unit: 'ft' })
    for (const mm of [widthMm, heightMm, sillMm])
      expect(formatLength(mm, { unit: 'ft', precision: 4 })).toMatch(/^(\d+′ )?\d+″$/)
  })

  it('with a sill where they are windows alone', () => {
    for (const unit of ['mm', 'ft'] as const)
      expect(OPENING_USES.filter((use) => usualOpening(use, { unit }).sillMm > 0)).toEqual(['window'])
  })
})

describe('a door turned into a window', () => {
  it('gets a sill and keeps its head, and comes back as it was', () => {
    const window = { ...door, ...asUse(door, 'window', { unit: 'mm' }) }
    expect(window).toMatchObject({ use: 'window', sillMm: 900, heightMm: 1200, widthMm: 900 })
    expect({ ...window, ...asUse(window, 'door', { unit: 'mm' }) }).toEqual(door)
  })

  it('keeps some height where it is low', () => {
    const low = asUse({ ...door, heightMm: 800 }, 'window', { unit: 'mm' })
    expect(low.heightMm).toBeGreaterThan(0)
    expect(low.sillMm + low.heightMm).toBe(800)
  })
})
