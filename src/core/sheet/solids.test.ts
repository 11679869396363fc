import { expect, it } from 'vitest'
import { decodeSolids, encodeSolids } from './solids'

it('solids come back as they were, and what is none is refused', () => {
  const cornersPt = Float32Array.from([0, 0, 0, 10.5, 0, 0, 0, 20, -3])
  const bytes = encodeSolids({ cornersPt })
  expect([...decodeSolids(bytes.buffer).cornersPt]).toEqual([...cornersPt])
  expect(decodeSolids(encodeSolids({ cornersPt: new Float32Array(0) }).buffer).cornersPt).toHaveLength(0)
  expect(() => decodeSolids(bytes.buffer.slice(0, 20))).toThrow(RangeError)
  expect(() => decodeSolids(new ArrayBuffer(3))).toThrow(RangeError)
  expect(() => decodeSolids(new TextEncoder().encode('CQL1 and more').buffer)).toThrow(RangeError)
})
