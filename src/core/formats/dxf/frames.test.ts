import { describe, expect, it } from 'vitest'
import { readDxf } from '../../../../tests/support/ezdxf'
import { steelFrame } from '../../../../tests/support/frame'
import { buildingOf } from '../../building/building'
import { platePiecesOf } from '../../building/plate-pieces'
import type { DxfDrawing } from './drawing'
import { axesDrawing, planeDrawing, plateDrawing } from './frames'
import { writeDxf } from './write/write'

const records = steelFrame()
const building = buildingOf(records)
const read = (drawing: DxfDrawing) => readDxf(new TextEncoder().encode([...writeDxf(drawing)].join('')))

describe('frames in DXF, as ezdxf reads them', () => {
  it('axes lie in space where the members’ lines do', async () => {
    const { errors, units, inSpace, layers } = await read(axesDrawing(building))
    expect(errors).toEqual([])
    expect(units).toBe(4)
    expect(layers).toEqual(expect.arrayContaining(['HEB 300', 'IPE 300', 'SHS 100x5']))
    // The plane stands at x = 3000, its right runs north, its up upwards.
    expect(inSpace).toContainEqual([3000, 0, 3000, 3000, 6000, 3000])
    expect(inSpace).toContainEqual([3000, 6000, 0, 3000, 6000, 6000])
    expect(inSpace).toHaveLength(building.members.length)
  })

  it('a plane is drawn straight on, from its own zero', async () => {
    const { errors, polylines, lines, layers } = await read(planeDrawing(records, 'plane'))
    expect(errors).toEqual([])
    expect(layers).toEqual(expect.arrayContaining(['S-BEAM', 'S-COLS', 'S-FRAM', 'S-PLAT', 'S-BOLT']))
    // The post: HEB 300, from the ground to 6 m.
    const sides = lines.filter(([x1, , x2]) => x1 === x2 && [5850, 6150].includes(x1!))
    expect(sides.map(([x, y1, , y2]) => [x, y1, y2])).toEqual(
      expect.arrayContaining([
        [5850, 0, 6000],
        [6150, 0, 6000],
      ]),
    )
    const gusset = polylines.filter(({ layer }) => layer === 'S-PLAT').find(({ area }) => Math.abs(area - 45_000) < 1)
    expect(gusset?.closed).toBe(true)
  })

  it('a plate has its outline and holes at 1:1', async () => {
    const pieces = platePiecesOf(building.plates, (id) => building.bolting.holes.get(id) ?? [])
    const piece = pieces.find(({ holes }) => holes.length > 0)!
    const { errors, polylines, circles, texts } = await read(plateDrawing(piece))
    expect(errors).toEqual([])
    expect(polylines.find(({ layer }) => layer === 'OUTLINE')!.area).toBeCloseTo(150 * 320, 6)
    expect(circles.map(([, , radius]) => radius)).toEqual([11, 11, 11, 11])
    const xs = circles.map(([x]) => x!).sort((a, b) => a - b)
    const ys = circles.map(([, y]) => y!).sort((a, b) => a - b)
    expect(xs[3]! - xs[0]!).toBeCloseTo(90, 6)
    expect(ys[3]! - ys[0]!).toBeCloseTo(200, 6)
    expect(texts[0]).toContain(piece.mark)
  })
})
