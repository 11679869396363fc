import { createHash, hkdfSync, randomBytes } from 'node:crypto'
import { serverKey } from '../secrets'

/** 256 bits, in letters that an address can hold. */
export const newSecret = (prefix = ''): string => `${prefix}${randomBytes(32).toString('base64url')}`

/**
 * How a secret of `newSecret` is kept. It can't be guessed, so a plain SHA-256 is enough: what a slow hash is for are
 * passwords that people think of.
 */
export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex')

/** A key for one purpose, made of the server's (RFC 5869). */
export const keyFor = (purpose: string): string =>
  Buffer.from(hkdfSync('sha256', serverKey(), '', purpose, 32)).toString('base64url')
