/** Whether two records say the same. Both come from JSON or can go there: the order of fields may differ, and what is undefined is not there. */
export function isSameRecord(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const [keysA, keysB] = [a, b].map((each) =>
    Object.keys(each).filter((key) => each[key as keyof typeof each] !== undefined),
  )
  return (
    keysA!.length === keysB!.length &&
    keysA!.every((key) => isSameRecord((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  )
}
