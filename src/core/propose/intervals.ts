/** A piece of a line, by lengths along it. */
export type Interval = readonly [from: number, to: number]

/** Intervals in order, those that touch within `slip` made one. */
export function united(intervals: readonly Interval[], slip: number): Interval[] {
  const sorted = [...intervals].sort((a, b) => a[0] - b[0])
  const result: [number, number][] = []
  for (const [from, to] of sorted) {
    const last = result.at(-1)
    if (last && from <= last[1] + slip) last[1] = Math.max(last[1], to)
    else result.push([from, to])
  }
  return result
}

/** What two lists of intervals, each in order, have in common. */
export function common(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const result: Interval[] = []
  for (let i = 0, j = 0; i < a.length && j < b.length; ) {
    const from = Math.max(a[i]![0], b[j]![0])
    const to = Math.min(a[i]![1], b[j]![1])
    if (to > from) result.push([from, to])
    if (a[i]![1] < b[j]![1]) i++
    else j++
  }
  return result
}

/** What of some intervals lies in none of others, both in order. */
export function without(intervals: readonly Interval[], others: readonly Interval[]): Interval[] {
  const result: Interval[] = []
  for (const [from, to] of intervals) {
    let at = from
    for (const [a, b] of others) {
      if (b <= at || a >= to) continue
      if (a > at) result.push([at, a])
      at = Math.max(at, b)
    }
    if (at < to) result.push([at, to])
  }
  return result
}

export const totalOf = (intervals: readonly Interval[]): number =>
  intervals.reduce((sum, [from, to]) => sum + to - from, 0)
