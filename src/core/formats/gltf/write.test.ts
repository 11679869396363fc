import { validateBytes } from 'gltf-validator'
import { expect, it } from 'vitest'
import { house } from '../../../../tests/support/house'
import { buildingOf } from '../../building/building'
import { writeGlb } from './write'

it('tells what became its zero', () => {
  const bytes = writeGlb(buildingOf(house()), 'House', { x: 4000, y: -2000 })
  expect(jsonOf(bytes).asset.extras).toEqual({ zeroMm: [4000, -2000] })
  expect(boundsOf(bytes).min[0]).toBeCloseTo(-4, 5)
})

it.each([
  ['a house', house(), 60],
  ['an empty project', new Map(), 0],
])('%s is valid glTF', async (_, records, footprintM2) => {
  const bytes = writeGlb(buildingOf(records), 'House', { x: 0, y: 0 })
  const report = await validateBytes(bytes)
  expect(report.issues.messages).toEqual([])
  const { min, max } = boundsOf(bytes)
  if (footprintM2 > 0) expect((max[0]! - min[0]!) * (max[2]! - min[2]!)).toBeCloseTo(footprintM2, 4)
})

function jsonOf(bytes: Uint8Array) {
  const view = new DataView(bytes.buffer)
  return JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + view.getUint32(12, true))))
}

function boundsOf(bytes: Uint8Array): { min: number[]; max: number[] } {
  const json = jsonOf(bytes)
  const bounded = (json.accessors ?? []).filter(({ min }: { min?: number[] }) => min)
  const pick = (key: 'min' | 'max', of: (...values: number[]) => number) =>
    [0, 1, 2].map((i) => of(...bounded.map((each: Record<string, number[]>) => each[key]![i]!)))
  return { min: pick('min', Math.min), max: pick('max', Math.max) }
}
