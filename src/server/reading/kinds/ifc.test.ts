import { expect, it } from 'vitest'
import { buildingOf } from '@/core/building/building'
import { writeIfc } from '@/core/formats/ifc/write'
import { isVisible, type Linework, segmentEnds } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import { house, room, wall } from '../../../../tests/support/house'
import { openSource } from '../open-source'

const HEAD = { projectId: 'p', name: 'House', madeAt: '2026-01-02T03:04:05' }

function model(zero = { x: 0, y: 0 }): Uint8Array {
  const records = house()
  records.set('up', { id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 })
  records.set('above', { ...wall('above', { x: 0, y: 0 }, { x: 4000, y: 0 }, 200), levelId: 'up' })
  records.set('loft', { ...room('loft', { x: 2000, y: 2000 }), levelId: 'up' })
  return new TextEncoder().encode(writeIfc(buildingOf(records), { ...HEAD, zero }))
}

/** Lengths of the lines of a layer, in millimetres, rounded and sorted. */
function lengthsOn(linework: Linework, layer: string): number[] {
  const index = linework.layers.findIndex(({ name }) => name === layer)
  return [...linework.segmentStyles]
    .flatMap((style, i) => {
      if (linework.styles[style]!.layer !== index || !isVisible(linework.segmentFlags[i]!)) return []
      const [a, b] = segmentEnds(linework, i)
      return [Math.round(Math.hypot(b.x - a.x, b.y - a.y) * MM_PER_PT)]
    })
    .sort((a, b) => b - a)
}

it('a building model has a page for each storey, cut a metre over its floor, true to size, with its rooms', async () => {
  const file = await openSource(model())
  expect(file.pageCount).toBe(2)
  expect(await file.names()).toEqual(['Ground', 'Upper'])
  expect(file.producer).toBe('Calque')
  const ground = await file.page(1)
  const lines = await ground.linework()
  expect(lines.layers.map(({ name }) => name)).toEqual(expect.arrayContaining(['Wall', 'Door', 'Window', 'Space']))
  // Four walls mitred at their corners, the southern one cut by its window; the faces of the house among them.
  const walls = lengthsOn(lines, 'Wall')
  expect(walls.slice(0, 2)).toEqual([10_000, 9400])
  expect(walls.filter((mm) => mm === 6000)).toHaveLength(2)
  expect(lines.text.map(({ text }) => text)).toEqual(expect.arrayContaining(['01 Hall', '02 Store']))
  const upper = await file.page(2)
  expect(lengthsOn(await upper.linework(), 'Wall')).toEqual([4000, 4000, 200, 200])
  // The zero of the model is told: what is laid by it falls into place.
  expect(ground.zeroPt.x * MM_PER_PT).toBeCloseTo(500, 0)
  // Its solids stand over it, as the building stands on the ground: as long, and as high, wherever the sheet is cut from.
  const { cornersPt } = (await ground.solids!())!
  const along = (axis: number) => [...cornersPt].filter((_, i) => i % 3 === axis).map((pt) => pt * MM_PER_PT)
  const reach = (values: number[]) => Math.max(...values) - Math.min(...values)
  expect(reach(along(0))).toBeCloseTo(10_000, 0)
  expect(Math.min(...along(0)) - ground.zeroPt.x * MM_PER_PT).toBeCloseTo(0, 0)
  expect(Math.min(...along(2))).toBeCloseTo(0, 0)
  const above = (await upper.solids!())!
  expect(reach([...above.cornersPt].filter((_, i) => i % 3 === 0).map((pt) => pt * MM_PER_PT))).toBeCloseTo(4000, 0)
  await expect(file.page(3)).rejects.toThrow()
  await file.close()
})

it('in feet it is as large, and one that is no building is refused', async () => {
  const text = new TextDecoder().decode(model())
  const metre = /#(\d+)=IFCSIUNIT\(\*,\.LENGTHUNIT\.,\.MILLI\.,\.METRE\.\);/.exec(text)!
  const inFeet = text.replace(
    metre[0],
    `#90001=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);\n#90002=IFCDIMENSIONALEXPONENTS(1,0,0,0,0,0,0);\n#90003=IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(304.8),#90001);\n#${metre[1]}=IFCCONVERSIONBASEDUNIT(#90002,.LENGTHUNIT.,'FOOT',#90003);`,
  )
  const file = await openSource(new TextEncoder().encode(inFeet))
  const lines = lengthsOn(await (await file.page(1)).linework(), 'Wall')
  // The same figures are feet now.
  expect(lines[0]! / 304.8).toBeCloseTo(10_000, -1)
  await expect(openSource(new TextEncoder().encode("ISO-10303-21;HEADER;FILE_SCHEMA(('IFC4'));"))).rejects.toThrow()
})
