/** Figures of the 64 that IFC writes identifiers with (buildingSMART, IFC GUID). */
const FIGURES = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$'

/**
 * The lasting IFC identifier of an element: the same id gives the same one, so that a second file updates the first.
 * @returns 22 characters for 128 bits
 */
export function ifcGuid(id: string): string {
  const bytes = isUuid(id) ? uuidBytes(id) : hashBytes(id)
  let bits = BigInt(0)
  for (const byte of bytes) bits = (bits << BigInt(8)) | BigInt(byte)
  let text = ''
  for (let i = 0; i < 22; i++) {
    text = FIGURES[Number(bits & BigInt(63))]! + text
    bits >>= BigInt(6)
  }
  return text
}

const isUuid = (id: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id)

const uuidBytes = (id: string): number[] =>
  id
    .replaceAll('-', '')
    .match(/../g)!
    .map((pair) => Number.parseInt(pair, 16))

/** Four runs of FNV-1a with different beginnings: enough to keep the ids of a project apart. */
function hashBytes(id: string): number[] {
  return [1, 2, 3, 4].flatMap((turn) => {
    let hash = 0x811c9dc5 ^ (turn * 0x9e3779b1)
    for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193)
    return [hash >>> 24, (hash >>> 16) & 255, (hash >>> 8) & 255, hash & 255]
  })
}
