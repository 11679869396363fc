import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { storable, unstorablePath } from './storable'

const anything = fc.anything({
  values: [fc.string({ unit: 'binary' }), fc.double({ noNaN: true }), fc.boolean(), fc.constant(null)],
  key: fc.string({ unit: 'binary' }),
})

describe('storable', () => {
  it('leaves nothing that can’t be kept, and changes nothing else', () =>
    fc.assert(
      fc.property(anything, (value) => {
        const kept = storable(value)
        expect(unstorablePath(kept)).toBeNull()
        expect(storable(kept)).toBe(kept)
        if (unstorablePath(value) === null) expect(JSON.stringify(kept)).toBe(JSON.stringify(value))
      }),
    ))

  it('drops U+0000, replaces half characters and forgets the sign of nought', () => {
    expect(storable({ a: 'x\0y', b: ['\ud800'], c: -0 })).toStrictEqual({ a: 'xy', b: ['\ufffd'], c: 0 })
    const pair = { a: '😀' }
    expect(storable(pair)).toBe(pair)
  })

  it('says where', () => {
    expect(unstorablePath({ edits: [{ after: { name: '\0' } }] })).toBe('edits[0].after.name')
    expect(unstorablePath({ ok: 'ok' })).toBeNull()
  })
})
