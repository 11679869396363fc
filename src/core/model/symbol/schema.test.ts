import { expect, it } from 'vitest'
import { FIRST_LAYER } from '../layer/schema'
import { validateRecord } from '../registry'

const flat = {
  id: 's',
  kind: 'symbol',
  name: 'Bollard',
  base: { x: 0, y: 0 },
  shapes: [{ id: 'c', kind: 'circle', layerId: FIRST_LAYER.id, pen: undefined, center: { x: 0, y: 0 }, radiusMm: 200 }],
}
const positions = [0, 0, 0, 1, 0, 0, 0, 1, 0]

it('a symbol is flat or has a solid, all of whose corners are there', () => {
  expect(validateRecord(flat)).toMatchObject(flat)
  const solid = { ...flat, solid: { positions, triangles: [0, 1, 2] } }
  expect(validateRecord(solid)).toMatchObject(solid)
  for (const triangles of [[0, 1, 3], [0, 1, -1], [0, 1, 0.5], [0]])
    expect(() => validateRecord({ ...flat, solid: { positions, triangles } })).toThrow()
})
