import { describe, expect, it } from 'vitest'
import { wall } from '../../../../tests/support/house'
import { area } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import type { WallType } from '../wall-type/schema'
import { withType } from '../wall-type/typed'
import { wallOutlines } from './joins'
import { builtLayers } from './layers'
import type { Wall } from './schema'

const p = (x: number, y: number): Point => ({ x, y })

const CAVITY: WallType = {
  id: 'cavity',
  kind: 'wall-type',
  name: 'Cavity wall',
  layers: [
    { material: 'Brick', thicknessMm: 100, use: 'finish' },
    { material: 'Mineral wool', thicknessMm: 120, use: 'insulation' },
    { material: 'Block', thicknessMm: 140, use: 'bearing' },
    { material: 'Plaster', thicknessMm: 15, use: 'finish' },
  ],
}
const PLASTERED: WallType = {
  id: 'plastered',
  kind: 'wall-type',
  name: 'Plastered block',
  layers: [
    { material: 'Plaster', thicknessMm: 15, use: 'finish' },
    { material: 'Block', thicknessMm: 100, use: 'bearing' },
    { material: 'Plaster', thicknessMm: 15, use: 'finish' },
  ],
}
const TYPES = new Map([CAVITY, PLASTERED].map((type) => [type.id, type]))

function layersOf(walls: readonly Wall[]) {
  const outlines = wallOutlines(walls)
  const typed = walls.map((each) => ({ wall: each, rings: [outlines.get(each.id)!], type: TYPES.get(each.typeId!)! }))
  return { outlines, layers: builtLayers(typed) }
}
const areaOf = (rings: readonly (readonly Point[])[]) => rings.reduce((sum, ring) => sum + area(ring), 0)

describe('layers of a wall', () => {
  const typed = (id: string, start: Point, end: Point, type = CAVITY) => withType(wall(id, start, end, 1, 'left'), type)
  const ring = [p(0, 0), p(8000, 0), p(8000, 5000), p(0, 5000)]
  const around = ring.map((corner, i) => typed(String(i), ring[(i + 1) % 4]!, corner))

  it('lie beside one another and fill the outline, mitred at corners', () => {
    const { outlines, layers } = layersOf(around)
    for (const each of around) {
      const built = layers.get(each.id)!
      expect(built.reduce((sum, { rings }) => sum + areaOf(rings), 0)).toBeCloseTo(area(outlines.get(each.id)!), 3)
    }
    // Each layer runs round as a ring of its own: its area is its middle line times its thickness.
    for (const [i, { thicknessMm }] of CAVITY.layers.entries()) {
      const before = CAVITY.layers.slice(0, i).reduce((sum, layer) => sum + layer.thicknessMm, 0)
      const inset = before + thicknessMm / 2
      const middle = 2 * (8000 - 2 * inset + 5000 - 2 * inset)
      const total = around.reduce((sum, each) => sum + areaOf(layers.get(each.id)![i]!.rings), 0)
      expect(total).toBeCloseTo(middle * thicknessMm, 3)
    }
  })

  it('run through weaker ones where a wall ends in another, up to the first that is as strong', () => {
    const stem = typed('stem', p(4000, 0), p(4000, 5000), PLASTERED)
    const { outlines, layers } = layersOf([...around, stem])
    const [leftPlaster, block, rightPlaster] = layers.get('stem')!
    const clear = 5000 - 2 * 375
    expect(areaOf(leftPlaster!.rings)).toBeCloseTo(clear * 15, 3)
    expect(areaOf(rightPlaster!.rings)).toBeCloseTo(clear * 15, 3)
    // The bearing layer goes through the plaster of both walls that it ends in.
    expect(areaOf(block!.rings)).toBeCloseTo((clear + 2 * 15) * 100, 3)
    const host = around.find((each) => layers.get(each.id)![3]!.rings.length === 2)!
    expect(host).toBeDefined()
    // Nothing is lost and nothing lies twice.
    const all = [...layers.values()].flat().reduce((sum, { rings }) => sum + areaOf(rings), 0)
    expect(all).toBeCloseTo(
      [...outlines.values()].reduce((sum, each) => sum + area(each), 0),
      2,
    )
  })

  it('turn round with a wall that is flipped, which stays on its traced line', () => {
    const plain = typed('a', p(0, 0), p(4000, 0))
    const [outside] = layersOf([plain]).layers.get('a')!
    expect(Math.min(...outside!.rings[0]!.map(({ y }) => y))).toBeCloseTo(-100, 6)
  })
})
