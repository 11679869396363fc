import { describe, expect, it } from 'vitest'
import { clientAddress, isFromHere, isLoopback } from './addresses'

describe('addresses', () => {
  it.each(['127.0.0.1', '127.9.9.9', '::1', 'localhost', '::ffff:127.0.0.1'])('%s is this machine', (address) =>
    expect(isLoopback(address)).toBe(true),
  )
  it.each(['0.0.0.0', '::', '10.0.0.1', '1127.0.0.1', 'localhost.evil.example', ''])('%s is not', (address) =>
    expect(isLoopback(address)).toBe(false),
  )
  it('what a proxy on this machine brings is not from here', () => {
    expect(isFromHere({}, '127.0.0.1')).toBe(true)
    for (const name of ['x-forwarded-for', 'forwarded', 'x-real-ip', 'via'])
      expect(isFromHere({ [name]: '10.0.0.1' }, '127.0.0.1')).toBe(false)
    expect(isFromHere({}, '10.0.0.1')).toBe(false)
  })
  it('nobody is believed who says where they come from, but a proxy that was set', () => {
    const headers = { 'x-forwarded-for': '6.6.6.6, 10.0.0.9' }
    expect(clientAddress(headers, '10.0.0.1', false)).toBe('10.0.0.1')
    // Only the last one is the proxy's own word.
    expect(clientAddress(headers, '127.0.0.1', true)).toBe('10.0.0.9')
    expect(clientAddress({}, '127.0.0.1', true)).toBe('127.0.0.1')
  })
})
