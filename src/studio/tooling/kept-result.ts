/** Keeps the last result of some work for as long as what it follows from stays the same: a move of the mouse asks for it several times. */
export function lastOf<T>(): (from: readonly unknown[], work: () => T) => T {
  let last: { readonly from: readonly unknown[]; readonly result: T } | null = null
  return (from, work) => {
    if (!last || from.some((each, i) => each !== last!.from[i])) last = { from, result: work() }
    return last.result
  }
}
