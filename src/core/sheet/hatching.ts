import { Flag, isVisible } from './linework'

/** Lines of a hatch lie no farther apart than this on paper; treads of stairs and grids do. */
const WIDEST_SPACING_PT = 6
/** Evenly spaced lines that make a hatch: more where they run level or upright, as treads and tables do. */
const FEWEST_SLANTED = 6
const FEWEST_UPRIGHT = 16
/** How evenly: gaps of a hatch differ by no more than this part of the gap, or by the rounding of coordinates. */
const EVEN = 0.04
const ROUNDING_PT = 0.02
/** Lines of one hatch share their direction to this. */
const DIRECTION_BINS = 720
/** How many lines are looked through for the next one beside a line. */
const LOOK_AHEAD = 48
/** Of the shorter of two lines, how much must lie beside the other. */
const BESIDE = 0.3

/**
 * Marks segments that are hatching: many of one pen and direction, side by side at even, narrow gaps.
 * Chains are followed from line to line in each family of one style and direction.
 */
export function markHatching(segments: Float32Array, styles: Uint32Array, flags: Uint8Array): void {
  for (const family of families(segments, styles, flags)) markFamily(segments, flags, family)
}

function directionBin(dx: number, dy: number): number {
  const turn = Math.atan2(dy, dx) / Math.PI
  return Math.round((turn - Math.floor(turn)) * DIRECTION_BINS) % DIRECTION_BINS
}

/** Segments of one style and direction, where there are enough to be a hatch. */
function families(segments: Float32Array, styles: Uint32Array, flags: Uint8Array): Uint32Array[] {
  const keys = new Int32Array(flags.length).fill(-1)
  const counts = new Map<number, number>()
  for (let i = 0; i < flags.length; i++) {
    if (!isVisible(flags[i]!)) continue
    const dx = segments[4 * i + 2]! - segments[4 * i]!
    const dy = segments[4 * i + 3]! - segments[4 * i + 1]!
    const key = styles[i]! * DIRECTION_BINS + directionBin(dx, dy)
    keys[i] = key
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  const found = new Map<number, Uint32Array>()
  const filled = new Map<number, number>()
  for (const [key, count] of counts) if (count >= FEWEST_SLANTED) found.set(key, new Uint32Array(count))
  for (let i = 0; i < keys.length; i++) {
    const family = found.get(keys[i]!)
    if (!family) continue
    const at = filled.get(keys[i]!) ?? 0
    family[at] = i
    filled.set(keys[i]!, at + 1)
  }
  return [...found.values()]
}

function markFamily(segments: Float32Array, flags: Uint8Array, family: Uint32Array): void {
  const count = family.length
  const first = family[0]! * 4
  const dx = segments[first + 2]! - segments[first]!
  const dy = segments[first + 3]! - segments[first + 1]!
  const size = Math.hypot(dx, dy)
  const [ux, uy] = [dx / size, dy / size]
  const offsets = new Float64Array(count)
  const from = new Float64Array(count)
  const to = new Float64Array(count)
  for (let k = 0; k < count; k++) {
    const at = family[k]! * 4
    const [x1, y1, x2, y2] = [segments[at]!, segments[at + 1]!, segments[at + 2]!, segments[at + 3]!]
    offsets[k] = (uy * (x1 + x2) - ux * (y1 + y2)) / 2
    const a = ux * x1 + uy * y1
    const b = ux * x2 + uy * y2
    from[k] = Math.min(a, b)
    to[k] = Math.max(a, b)
  }
  const order = Uint32Array.from({ length: count }, (_, k) => k).sort((a, b) => offsets[a]! - offsets[b]!)
  // next[k]: the nearest line of larger offset that lies beside it.
  const next = new Int32Array(count).fill(-1)
  for (let i = 0; i < count; i++) {
    const k = order[i]!
    for (let j = i + 1; j < Math.min(count, i + 1 + LOOK_AHEAD); j++) {
      const other = order[j]!
      const gap = offsets[other]! - offsets[k]!
      if (gap > WIDEST_SPACING_PT) break
      if (gap < ROUNDING_PT) continue
      const beside = Math.min(to[k]!, to[other]!) - Math.max(from[k]!, from[other]!)
      if (beside < BESIDE * Math.min(to[k]! - from[k]!, to[other]! - from[other]!)) continue
      next[k] = other
      break
    }
  }
  const upright = Math.min(Math.abs(ux), Math.abs(uy)) < 0.02
  const fewest = upright ? FEWEST_UPRIGHT : FEWEST_SLANTED
  // gaps[k]: of the hatch that the line was found to be part of.
  const gaps = new Float64Array(count)
  for (let i = 0; i < count; i++) {
    const k = order[i]!
    if (gaps[k]! > 0 || next[k]! < 0) continue
    const { chain, gap } = chainFrom(k, next, offsets, gaps)
    const joins = gaps[chain.at(-1)!]! > 0
    if (chain.length < fewest && !joins) continue
    for (const each of chain) {
      gaps[each] = gap
      flags[family[each]!]! |= Flag.hatch
    }
  }
}

/** Follows evenly spaced lines as far as they go, or up to one of a hatch of the same spacing. */
function chainFrom(
  start: number,
  next: Int32Array,
  offsets: Float64Array,
  gaps: Float64Array,
): { chain: number[]; gap: number } {
  const chain = [start]
  const gap = offsets[next[start]!]! - offsets[start]!
  const even = (other: number) => Math.abs(other - gap) <= Math.max(EVEN * gap, ROUNDING_PT)
  for (let k = start; next[k]! >= 0 && even(offsets[next[k]!]! - offsets[k]!); ) {
    k = next[k]!
    if (gaps[k]! > 0 && !even(gaps[k]!)) break
    chain.push(k)
    if (gaps[k]! > 0) break
  }
  return { chain, gap }
}
