/** Where plain letters stand in bytes from a place on; -1 where they don't. */
export function indexOfText(bytes: Uint8Array, text: string, from = 0): number {
  const letters = new TextEncoder().encode(text)
  const [first] = letters
  if (first === undefined) return from
  for (let at = bytes.indexOf(first, from); at >= 0; at = bytes.indexOf(first, at + 1))
    if (letters.every((letter, i) => bytes[at + i] === letter)) return at
  return -1
}

const LATIN = new TextDecoder('latin1')

/** Bytes as the letters of Latin-1. */
export const textOf = (bytes: Uint8Array, from: number, to: number): string =>
  LATIN.decode(bytes.subarray(Math.max(0, from), to))
