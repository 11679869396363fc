/** Places that follow one another and are alike. */
export interface Run<T> {
  readonly state: T
  /** From which place to before which, counted from 0. */
  readonly from: number
  readonly to: number
}

/** Places in a row as runs of those alike. */
export function runsOf<T>(states: readonly T[]): Run<T>[] {
  const found: { state: T; from: number; to: number }[] = []
  for (const [i, state] of states.entries()) {
    const last = found.at(-1)
    if (last && last.state === state) last.to = i + 1
    else found.push({ state, from: i, to: i + 1 })
  }
  return found
}
