import { describe, expect, it } from 'vitest'
import { wall, wallType } from '../../../../tests/support/house'
import { area } from '../../geometry/polygon'
import type { Point } from '../../geometry/vector'
import { withType } from '../wall-type/typed'
import { wallOutlines } from './joins'
import { builtLayers } from './layers'
import type { Wall } from './schema'

const p = (x: number, y: number): Point => ({ x, y })

const CAVITY = wallType(
  'cavity',
  'Cavity wall',
  ['Brick', 100, 'finish'],
  ['Mineral wool', 120, 'insulation'],
  ['Block', 140, 'bearing'],
  ['Plaster', 15, 'finish'],
)
const PLASTERED = wallType(
  'plastered',
  'Plastered block',
  ['Plaster', 15, 'finish'],
  ['Block', 100, 'bearing'],
  ['Plaster', 15, 'finish'],
)
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

  it('are cut once by each of many walls that end in one', () => {
    const corridor = typed('corridor', p(0, 0), p(60_000, 0))
    const stems = Array.from({ length: 40 }, (_, i) =>
      typed(`stem${i}`, p(1000 + i * 1400, -375), p(1000 + i * 1400, -4000), PLASTERED),
    )
    const { layers } = layersOf([corridor, ...stems])
    // Their bearing layers part the plaster at which they arrive, and nothing behind it.
    expect(layers.get('corridor')!.map(({ rings }) => rings.length)).toEqual([1, 1, 1, 41])
  })

  it('turn round with a wall that is flipped, which stays on its traced line', () => {
    const plain = typed('a', p(0, 0), p(4000, 0))
    const [outside] = layersOf([plain]).layers.get('a')!
    expect(Math.min(...outside!.rings[0]!.map(({ y }) => y))).toBeCloseTo(-100, 6)
  })
})
