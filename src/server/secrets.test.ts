import { randomBytes } from 'node:crypto'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { isSealed, seal, unseal } from './secrets'

const key = randomBytes(32)

it('what is sealed opens with its key for what it belongs to, and in no other way', () =>
  fc.assert(
    fc.property(fc.string(), fc.nat(), (secret, at) => {
      const sealed = seal(secret, 'source-1', key)
      expect(isSealed(sealed)).toBe(true)
      expect(sealed).not.toBe(seal(secret, 'source-1', key))
      expect(unseal(sealed, 'source-1', key)).toBe(secret)
      expect(unseal(sealed, 'source-2', key)).toBeNull()
      expect(unseal(sealed, 'source-1', randomBytes(32))).toBeNull()
      const bytes = Buffer.from(sealed.slice(3), 'base64')
      bytes[at % bytes.length]! ^= 1
      expect(unseal(`v1.${bytes.toString('base64')}`, 'source-1', key)).toBeNull()
    }),
  ))

it('a password in the clear, as it was kept once, is not taken for a sealed one', () => {
  expect(isSealed('teal')).toBe(false)
  expect(unseal('teal', 'source-1', key)).toBeNull()
  expect(unseal('v1.', 'source-1', key)).toBeNull()
})
