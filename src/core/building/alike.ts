/** Things by what they have in common, in the order in which each key came first. */
export function alikeBy<T>(things: Iterable<T>, keyOf: (thing: T) => string): Map<string, [T, ...T[]]> {
  const groups = new Map<string, [T, ...T[]]>()
  for (const thing of things) {
    const key = keyOf(thing)
    const group = groups.get(key)
    if (group) group.push(thing)
    else groups.set(key, [thing])
  }
  return groups
}
