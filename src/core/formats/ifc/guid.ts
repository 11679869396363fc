import { UUID } from '../../text/uuid'
import { stableHash } from '../stable-hash'

/** Figures of the 64 that IFC writes identifiers with (buildingSMART, IFC GUID). */
const FIGURES = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$'

/**
 * The lasting IFC identifier of an element: the same id gives the same one, so that a second file updates the first.
 * @returns 22 characters for 128 bits
 */
export function ifcGuid(id: string): string {
  const bytes = UUID.test(id.toLowerCase()) ? uuidBytes(id) : stableHash(id)
  let bits = BigInt(0)
  for (const byte of bytes) bits = (bits << BigInt(8)) | BigInt(byte)
  let text = ''
  for (let i = 0; i < 22; i++) {
    text = FIGURES[Number(bits & BigInt(63))]! + text
    bits >>= BigInt(6)
  }
  return text
}

const uuidBytes = (id: string): number[] =>
  id
    .replaceAll('-', '')
    .match(/../g)!
    .map((pair) => Number.parseInt(pair, 16))
