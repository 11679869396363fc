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
  return isStorable(value) ? value : made(value)
}

/** Nearly everything is fit as it is: looking first makes no copies of it. */
function isStorable(value: unknown): boolean {
  if (typeof value === 'string') return isStorableText(value)
  if (typeof value === 'number') return !Object.is(value, -0)
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return true
  if (Array.isArray(value)) return value.every(isStorable)
  for (const key in value)
    if (!isStorableText(key) || !isStorable((value as Readonly<Record<string, unknown>>)[key])) return false
  return true
}

function made<T>(value: T): T {
  if (typeof value === 'string') return storableText(value) as T
  if (typeof value === 'number') return (value === 0 ? 0 : value) as T
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value
  if (Array.isArray(value)) {
    return value.map(storable) as T
  }
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [storable(key), storable(item)])) as T
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
