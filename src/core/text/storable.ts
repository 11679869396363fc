/**
 * Text as every database, file and other program takes it: well-formed Unicode without the sign U+0000. Neither can be
 * typed, but both come from damaged files and from programs.
 */
const NUL = '\u0000'

const isStorableText = (text: string): boolean => text.isWellFormed() && !text.includes(NUL)

/** The text without U+0000, what is no character replaced by U+FFFD. */
const storableText = (text: string): string => text.replaceAll(NUL, '').toWellFormed()

/**
 * What JSON holds, so that it can be kept: text made storable, and nought without a sign, since a database forgets that
 * of -0. What is fit as it is comes back itself, not as a copy.
 */
export function storable<T>(value: T): T {
  if (typeof value === 'string') return (isStorableText(value) ? value : storableText(value)) as T
  if (typeof value === 'number') return (value === 0 ? 0 : value) as T
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value
  if (Array.isArray(value)) {
    const items = value.map(storable)
    return items.every((item, i) => Object.is(item, value[i])) ? value : (items as T)
  }
  const entries = Object.entries(value)
  const kept = entries.map(([key, item]) => [storable(key), storable(item)] as const)
  const same = kept.every(([key, item], i) => key === entries[i]![0] && Object.is(item, entries[i]![1]))
  return same ? value : (Object.fromEntries(kept) as T)
}

/** Where in something from outside a text stands that can't be kept, as `edits[0].after.name`; null where there is none. */
export function unstorablePath(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return isStorableText(value) ? null : path || 'the value'
  if (typeof value !== 'object' || value === null) return null
  for (const [key, item] of Object.entries(value)) {
    const at = Array.isArray(value) ? `${path}[${key}]` : path ? `${path}.${key}` : key
    if (!isStorableText(key)) return path ? `a name in ${path}` : 'a name of a field'
    const found = unstorablePath(item, at)
    if (found) return found
  }
  return null
}
