/** Tells each of some things from the others of its kind. */
export function numbering(): (thing: object) => number {
  const numbers = new WeakMap<object, number>()
  let last = 0
  return (thing) => {
    const number = numbers.get(thing) ?? ++last
    numbers.set(thing, number)
    return number
  }
}
