/**
 * What there is once in a process, kept across the module reloads of a development server.
 * @param name told apart by it
 */
export function processWide<T extends object>(name: string): Partial<T> {
  const all = globalThis as Record<symbol, unknown>
  const key = Symbol.for(`calque.${name}`)
  all[key] ??= {}
  return all[key] as Partial<T>
}
