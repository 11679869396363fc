import { inflateSync } from 'node:zlib'

/** A colour space whose colorants are all None paints nothing (ISO 32000-2, 8.6.6.4 and 8.6.6.5). */
const NO_PAINT = /\/Separation\s*\/None\b|\/DeviceN\s*\[\s*\/None\b/

/** Streams of objects are small; one that swells beyond this holds no colour spaces worth looking for. */
const MOST_INFLATED = 50_000_000
/** From the dictionary of a stream to its data. */
const WITHIN = 400

/** Whether a file may use colours that paint nothing: in the open, or within its streams of objects. */
export function mayUseNoPaint(bytes: Uint8Array): boolean {
  const file = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (file.includes('/Encrypt')) return false
  if (file.includes('/None') && NO_PAINT.test(file.toString('latin1'))) return true
  for (let at = file.indexOf('/ObjStm'); at >= 0; at = file.indexOf('/ObjStm', at + 1)) {
    const word = file
      .subarray(at, at + WITHIN)
      .toString('latin1')
      .match(/stream\r?\n/)
    if (word && NO_PAINT.test(inflated(file.subarray(at + word.index! + word[0].length)))) return true
  }
  return false
}

function inflated(data: Uint8Array): string {
  try {
    return inflateSync(data, { maxOutputLength: MOST_INFLATED }).toString('latin1')
  } catch {
    return ''
  }
}
