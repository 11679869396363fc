import { describe, expect, it } from 'vitest'
import type { TextRun } from '../sheet/linework'
import { ratioOfTitle, viewRatioNear } from './view-ratio'

const run = (text: string, x: number, y: number, heightPt = 10): TextRun => ({
  text,
  x,
  y,
  lengthPt: text.length * heightPt * 0.5,
  heightPt,
  turnRad: 0,
  layer: -1,
  flags: 0,
})

describe('the ratio of a view', () => {
  it('is read as its title writes it', () => {
    expect(ratioOfTitle('DETAIL B (2:1)')?.ratio).toBe(0.5)
    expect(ratioOfTitle('Schnitt A-A  M 1:2')?.ratio).toBe(2)
    expect(ratioOfTitle('SECTION A-A SCALE 2.5:1')?.ratio).toBe(0.4)
    expect(ratioOfTitle('DETAIL C 6" = 1\'-0"')?.ratio).toBe(2)
    expect(ratioOfTitle('1:1')?.ratio).toBe(1)
    expect(ratioOfTitle('SECTION A-A')).toBeNull()
  })

  it('is that of the nearest title, also where it stands beneath it', () => {
    const runs = [run('DETAIL B 4:1', 100, 100), run('SECTION A-A', 400, 100), run('SCALE 2:1', 400, 85)]
    expect(viewRatioNear(runs, { x: 110, y: 160 })).toMatchObject({ ratio: 0.25, title: 'DETAIL B 4:1' })
    expect(viewRatioNear(runs, { x: 420, y: 160 })).toMatchObject({ ratio: 0.5, title: 'SECTION A-A 2:1' })
  })

  it('is none where no title is near, or what is near states none', () => {
    expect(viewRatioNear([run('DETAIL B 4:1', 100, 100)], { x: 900, y: 900 })).toBeNull()
    expect(viewRatioNear([run('SECTION A-A', 100, 100), run('SCALE 1:2', 600, 100)], { x: 110, y: 160 })).toBeNull()
    expect(viewRatioNear([run('PLATE 1:2', 100, 100)], { x: 110, y: 160 })).toBeNull()
  })
})
