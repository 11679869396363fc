/** A root of `f` between two parameters at which it has different signs, to the last digit. */
export function bisect(f: (t: number) => number, low: number, high: number): number {
  const rising = f(high) > 0
  let [a, b] = [low, high]
  for (let i = 0; i < 64; i++) {
    const middle = (a + b) / 2
    if (middle === a || middle === b) break
    if (f(middle) > 0 === rising) b = middle
    else a = middle
  }
  return (a + b) / 2
}
