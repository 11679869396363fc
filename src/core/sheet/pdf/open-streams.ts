import { indexOfText, textOf } from './bytes'
import { withStandIns } from './content-paths'

/** How far before its data the dictionary of a stream may begin. */
const DICTIONARY_WITHIN = 2048
const SPACE = 32

/**
 * Puts stand-ins in the place of the paths of content streams that stand in the open, without a filter: see
 * content-paths.ts. No byte moves; a stream whose stand-ins are longer than its paths stays as it is.
 * @param bytes the file; changed
 * @returns whether there were any
 */
export function standInsInPlace(bytes: Uint8Array): boolean {
  let any = false
  for (let at = indexOfText(bytes, 'stream'); at >= 0; at = indexOfText(bytes, 'stream', at + 6)) {
    const [first, second] = [bytes[at + 6], bytes[at + 7]]
    const start = first === 10 ? at + 7 : first === 13 && second === 10 ? at + 8 : -1
    // The end of a stream is written with the same letters.
    if (start < 0 || textOf(bytes, at - 3, at) === 'end') continue
    const before = textOf(bytes, at - DICTIONARY_WITHIN, at)
    const dictionary = before.slice(Math.max(0, before.lastIndexOf(' obj')))
    const end = indexOfText(bytes, 'endstream', start)
    if (end < 0) break
    if (!/\/Filter\b|\/Subtype\s*\/Image\b/.test(dictionary)) {
      const length = Number(dictionary.match(/\/Length\s+(\d+)(?!\s+\d+\s+R)/)?.[1] ?? Infinity)
      const to = Math.min(start + length, end)
      any = replaced(bytes.subarray(start, to)) || any
    }
    at = end
  }
  return any
}

function replaced(content: Uint8Array): boolean {
  const shorter = withStandIns(content)
  if (!shorter || shorter.length > content.length) return false
  content.fill(SPACE)
  content.set(shorter)
  return true
}
