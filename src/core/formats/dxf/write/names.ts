/** Signs that a name may not hold: some marks, and what is not printed. */
const FORBIDDEN = /[<>/\\":;?*|=`,\p{Cc}]/gu
const LONGEST = 255

/** A name as DXF allows it: no reserved characters, at most 255 of them. */
export const cleanName = (name: string): string => name.replace(FORBIDDEN, '_').trim().slice(0, LONGEST) || 'unnamed'

/**
 * Allowed names for wanted ones, each different from the others: programs do not tell capitals from small letters.
 * @param clean what makes one name allowed
 * @param taken names that stand already
 */
export function distinctNames(
  wanted: Iterable<string>,
  clean: (name: string) => string = cleanName,
  longest = LONGEST,
  taken: readonly string[] = ['0'],
): Map<string, string> {
  const names = new Map<string, string>()
  const used = new Set(taken.map((name) => name.toLowerCase()))
  for (const name of wanted) {
    if (names.has(name)) continue
    const plain = clean(name)
    let own = plain
    for (let i = 2; used.has(own.toLowerCase()); i++) own = `${plain.slice(0, longest - 4)}_${i}`
    used.add(own.toLowerCase())
    names.set(name, own)
  }
  return names
}

/** Things by their names; of several of one name the first. */
export function firstByName<T extends { readonly name: string }>(all: Iterable<T>): Map<string, T> {
  const first = new Map<string, T>()
  for (const each of all) if (!first.has(each.name)) first.set(each.name, each)
  return first
}
