import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'

/** AES-256-GCM (NIST SP 800-38D): a nonce of 96 bits for each secret, a tag of 128 bits. */
const CIPHER = 'aes-256-gcm'
const KEY_BYTES = 32
const NONCE_BYTES = 12
const TAG_BYTES = 16
const VERSION = 'v1.'

let kept: Buffer | null = null

/** The server's key: a file beside the database, so that a copy of the database alone opens nothing. @throws Error without it */
export function serverKey(): Buffer {
  if (kept) return kept
  const file = process.env.CALQUE_KEY_FILE
  if (!file) throw new Error('CALQUE_KEY_FILE is not set: start Calque with `npm start`.')
  kept = Buffer.from(readFileSync(file, 'utf8').trim(), 'base64')
  if (kept.length !== KEY_BYTES) throw new Error('The file that CALQUE_KEY_FILE names holds no key of 32 bytes.')
  return kept
}

/** A secret as it is kept. @param of what it belongs to: it opens only together with that */
export function seal(secret: string, of: string, key: Buffer = serverKey()): string {
  const nonce = randomBytes(NONCE_BYTES)
  const cipher = createCipheriv(CIPHER, key, nonce).setAAD(Buffer.from(of))
  const sealed = Buffer.concat([nonce, cipher.update(secret, 'utf8'), cipher.final(), cipher.getAuthTag()])
  return VERSION + sealed.toString('base64')
}

export const isSealed = (kept: string): boolean => kept.startsWith(VERSION)

/** The secret; null where it was sealed with another key, for something else, or was changed. */
export function unseal(sealed: string, of: string, key: Buffer = serverKey()): string | null {
  const bytes = Buffer.from(sealed.slice(VERSION.length), 'base64')
  if (!isSealed(sealed) || bytes.length < NONCE_BYTES + TAG_BYTES) return null
  try {
    const decipher = createDecipheriv(CIPHER, key, bytes.subarray(0, NONCE_BYTES))
      .setAAD(Buffer.from(of))
      .setAuthTag(bytes.subarray(-TAG_BYTES))
    return Buffer.concat([decipher.update(bytes.subarray(NONCE_BYTES, -TAG_BYTES)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}
