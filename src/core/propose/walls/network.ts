import { cross, distance, dot, type Point, subtract, unit } from '../../geometry/vector'

/** A wall by its centre line. */
export interface Strip {
  readonly start: Point
  readonly end: Point
  readonly thicknessMm: number
}

/** An end this far from another strip, beyond half its thickness, meets it. */
export const REACH_MM = 60
/** Sines below this: strips that run on rather than meet. */
const PARALLEL = 0.02

/** Whether an end of a strip of some thickness lies in another strip or at its side. */
export function endsIn(p: Point, other: Strip, thicknessMm: number): boolean {
  const u = unit(subtract(other.end, other.start))
  if (!u) return false
  const reach = other.thicknessMm / 2 + REACH_MM
  const to = subtract(p, other.start)
  const along = dot(to, u)
  return (
    along > -reach &&
    along < distance(other.start, other.end) + reach &&
    Math.abs(cross(u, to)) < reach + thicknessMm / 2
  )
}

const meets = ({ start, end, thicknessMm }: Strip, other: Strip): boolean =>
  endsIn(start, other, thicknessMm) || endsIn(end, other, thicknessMm)

function touches(a: Strip, b: Strip): boolean {
  const [u, v] = [unit(subtract(a.end, a.start)), unit(subtract(b.end, b.start))]
  return u !== null && v !== null && Math.abs(cross(u, v)) > PARALLEL && (meets(a, b) || meets(b, a))
}

/** For each strip a number that it has in common with those that hang together with it, over any number of others. */
export function networksOf(strips: readonly Strip[]): number[] {
  const group = strips.map((_, i) => i)
  const rootOf = (i: number): number => {
    while (group[i] !== i) {
      group[i] = group[group[i]!]!
      i = group[i]!
    }
    return i
  }
  for (let i = 0; i < strips.length; i++)
    for (let j = i + 1; j < strips.length; j++) if (touches(strips[i]!, strips[j]!)) group[rootOf(i)] = rootOf(j)
  return group.map((_, i) => rootOf(i))
}

/**
 * How much hangs together with a strip, against the most that hangs together anywhere: walls form one network,
 * cupboards and elevations do not.
 * @param likely strips that are probably walls
 */
export function networkShares(likely: readonly Strip[]): (strip: Strip) => number {
  const networks = networksOf(likely)
  const lengths = new Map<number, number>()
  likely.forEach(({ start, end }, i) => {
    lengths.set(networks[i]!, (lengths.get(networks[i]!) ?? 0) + distance(start, end))
  })
  const most = Math.max(0, ...lengths.values())
  return (strip) =>
    likely.reduce(
      (best, other, i) =>
        other === strip || touches(strip, other) ? Math.max(best, lengths.get(networks[i]!)! / most) : best,
      0,
    )
}
