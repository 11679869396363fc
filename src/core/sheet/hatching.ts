import { Flag, isVisible } from './linework'

/** Lines of a hatch lie no farther apart than this on paper; treads of stairs and grids do. */
const WIDEST_SPACING_PT = 6
/** Evenly spaced lines that make a hatch: more where they run level or upright, as treads and tables do. */
const FEWEST_SLANTED = 6
const FEWEST_UPRIGHT = 16
/** How evenly: gaps of a hatch differ by no more than this part of the gap, or by the rounding of coordinates. */
const EVEN = 0.04
/** So few are hatching where others of the same spacing are. */
const FEWEST_OF_REST = 2
const ROUNDING_PT = 0.02
/** Lines of one hatch share their direction to this. */
const DIRECTION_BINS = 720
/** How many lines are looked through for the next one beside a line. */
const LOOK_AHEAD = 48
/** So many are sorted by insertion quicker than otherwise. */
const FEW = 32
/** Of the shorter of two lines, how much must lie beside the other. */
const BESIDE = 0.3

/**
 * Marks segments that are hatching: many of one pen and direction, side by side at even, narrow gaps.
 * Chains are followed from line to line in each family of one style and direction.
 */
export function markHatching(segments: Float32Array, styles: Uint32Array, flags: Uint8Array): void {
  const seen = visible(flags)
  const byStyle = grouped(seen, styles.length === seen.length ? styles : seen.map((item) => styles[item]!))
  const workspace = new Workspace(segments, flags, longest(byStyle))
  for (const ofStyle of byStyle)
    if (ofStyle.length >= FEWEST_SLANTED)
      for (const family of grouped(
        ofStyle,
        ofStyle.map((item) => directionBin(segments, item)),
      ))
        if (family.length >= FEWEST_SLANTED) workspace.mark(family)
}

function visible(flags: Uint8Array): Uint32Array {
  const seen = new Uint32Array(flags.length)
  let count = 0
  for (let i = 0; i < flags.length; i++) if (isVisible(flags[i]!)) seen[count++] = i
  return seen.subarray(0, count)
}

/**
 * Over half a turn, by where the direction leaves the square through (±1, 0) and (0, ±1): bins of about a quarter of a
 * degree, with level, upright and 45° in the middle of theirs.
 * @returns 0 to DIRECTION_BINS − 1
 */
function directionBin(segments: Float32Array, item: number): number {
  const at = 4 * item
  const dx = segments[at + 2]! - segments[at]!
  const dy = segments[at + 3]! - segments[at + 1]!
  const along = dx / (Math.abs(dx) + Math.abs(dy))
  // 0 level, 1 upright, 2 level again.
  const turn = 1 - (dy < 0 ? -along : along)
  return Math.round((turn / 2) * DIRECTION_BINS) % DIRECTION_BINS
}

/** Items of one key together, in the order in which they came (counting sort). @param keys one for each item */
function grouped(items: Uint32Array, keys: Uint32Array): Uint32Array[] {
  let largest = 0
  for (const key of keys) if (key > largest) largest = key
  const ends = new Uint32Array(largest + 2)
  for (const key of keys) ends[key + 1]!++
  for (let key = 1; key < ends.length; key++) ends[key]! += ends[key - 1]!
  const sorted = new Uint32Array(items.length)
  for (let k = 0; k < items.length; k++) sorted[ends[keys[k]!]!++] = items[k]!
  return Array.from(ends.subarray(0, -1), (end, key) => sorted.subarray(ends[key - 1] ?? 0, end))
}

const longest = (groups: readonly Uint32Array[]): number =>
  groups.reduce((most, { length }) => Math.max(most, length), 0)

/** Where families are gone through one after another; a sheet has many small ones, so its room is kept. */
class Workspace {
  /** Across the family's direction, smallest first; the other arrays follow the same order. */
  private readonly offsets: Float64Array
  private readonly from: Float64Array
  private readonly to: Float64Array
  /** Of each line, the nearest one of larger offset that lies beside it; −1 for none. */
  private readonly next: Int32Array
  /** Of the hatch that each line was found to be part of; 0 for none. */
  private readonly gaps: Float64Array

  constructor(
    private readonly segments: Float32Array,
    private readonly flags: Uint8Array,
    largest: number,
  ) {
    this.offsets = new Float64Array(largest)
    this.from = new Float64Array(largest)
    this.to = new Float64Array(largest)
    this.next = new Int32Array(largest)
    this.gaps = new Float64Array(largest)
  }

  /** @param family segments of one style and direction; put into the order of their offsets */
  mark(family: Uint32Array): void {
    const { offsets, next, gaps } = this
    const [ux, uy] = this.layOut(family)
    this.link(family.length)
    const upright = Math.min(Math.abs(ux), Math.abs(uy)) < 0.02
    const fewest = upright ? FEWEST_UPRIGHT : FEWEST_SLANTED
    let any = false
    for (let k = 0; k < family.length; k++) {
      if (gaps[k]! > 0 || next[k]! < 0) continue
      const { chain, gap } = chainFrom(k, next, offsets, gaps)
      const joins = gaps[chain.at(-1)!]! > 0
      if (chain.length < fewest && !joins) continue
      this.take(family, chain, gap)
      any = true
    }
    if (any && !upright) this.markRests(family)
  }

  private take(family: Uint32Array, chain: readonly number[], gap: number): void {
    for (const each of chain) {
      this.gaps[each] = gap
      this.flags[family[each]!]! |= Flag.hatch
    }
  }

  /** Small areas hold only a few lines of the hatch that fills larger ones: those of the same spacing are of it. */
  private markRests(family: Uint32Array): void {
    const { offsets, next, gaps } = this
    const known = [...new Set(gaps.subarray(0, family.length))].filter((gap) => gap > 0)
    for (let k = 0; k < family.length; k++) {
      if (gaps[k]! > 0 || next[k]! < 0) continue
      const { chain, gap } = chainFrom(k, next, offsets, gaps)
      if (chain.length >= FEWEST_OF_REST && known.some((each) => isEven(each, gap))) this.take(family, chain, gap)
    }
  }

  /** Sorts a family by offset and finds how far each line of it reaches. @returns its direction, of length 1 */
  private layOut(family: Uint32Array): [ux: number, uy: number] {
    const { segments, offsets, from, to } = this
    const first = family[0]! * 4
    const dx = segments[first + 2]! - segments[first]!
    const dy = segments[first + 3]! - segments[first + 1]!
    const size = Math.sqrt(dx * dx + dy * dy)
    const [ux, uy] = [dx / size, dy / size]
    const offsetOf = (item: number) => {
      const at = item * 4
      return (uy * (segments[at]! + segments[at + 2]!) - ux * (segments[at + 1]! + segments[at + 3]!)) / 2
    }
    for (let k = 0; k < family.length; k++) offsets[k] = offsetOf(family[k]!)
    sortWith(offsets, family)
    for (let k = 0; k < family.length; k++) {
      const at = family[k]! * 4
      const a = ux * segments[at]! + uy * segments[at + 1]!
      const b = ux * segments[at + 2]! + uy * segments[at + 3]!
      from[k] = Math.min(a, b)
      to[k] = Math.max(a, b)
    }
    return [ux, uy]
  }

  private link(count: number): void {
    const { offsets, from, to, next, gaps } = this
    for (let k = 0; k < count; k++) {
      next[k] = -1
      gaps[k] = 0
      const end = Math.min(count, k + 1 + LOOK_AHEAD)
      for (let other = k + 1; other < end; other++) {
        const gap = offsets[other]! - offsets[k]!
        if (gap > WIDEST_SPACING_PT) break
        if (gap < ROUNDING_PT || to[other]! <= from[k]! || from[other]! >= to[k]!) continue
        const beside = Math.min(to[k]!, to[other]!) - Math.max(from[k]!, from[other]!)
        if (beside < BESIDE * Math.min(to[k]! - from[k]!, to[other]! - from[other]!)) continue
        next[k] = other
        break
      }
    }
  }
}

/** Sorts `items` and the first `items.length` of `keys` by the keys: spread over buckets, then within each. */
function sortWith(keys: Float64Array, items: Uint32Array): void {
  const count = items.length
  if (count <= FEW) return sortFew(keys, items)
  let [least, most] = [keys[0]!, keys[0]!]
  for (let k = 1; k < count; k++) {
    if (keys[k]! < least) least = keys[k]!
    else if (keys[k]! > most) most = keys[k]!
  }
  const perPt = Math.floor(count / FEW) / (most - least || 1)
  const places = items.map((_, k) => k)
  const buckets = grouped(
    places,
    places.map((k) => (keys[k]! - least) * perPt),
  )
  const [keysBefore, itemsBefore] = [keys.slice(0, count), items.slice()]
  let start = 0
  for (const bucket of buckets) {
    if (bucket.length > FEW) bucket.sort((a, b) => keysBefore[a]! - keysBefore[b]!)
    for (let k = 0; k < bucket.length; k++) {
      keys[start + k] = keysBefore[bucket[k]!]!
      items[start + k] = itemsBefore[bucket[k]!]!
    }
    const end = start + bucket.length
    if (bucket.length <= FEW) sortFew(keys.subarray(start, end), items.subarray(start, end))
    start = end
  }
}

/** By insertion. */
function sortFew(keys: Float64Array, items: Uint32Array): void {
  for (let i = 1; i < items.length; i++) {
    const key = keys[i]!
    const item = items[i]!
    let at = i
    for (; at > 0 && keys[at - 1]! > key; at--) {
      keys[at] = keys[at - 1]!
      items[at] = items[at - 1]!
    }
    keys[at] = key
    items[at] = item
  }
}

const isEven = (other: number, gap: number): boolean => Math.abs(other - gap) <= Math.max(EVEN * gap, ROUNDING_PT)

/** Follows evenly spaced lines as far as they go, or up to one of a hatch of the same spacing. */
function chainFrom(
  start: number,
  next: Int32Array,
  offsets: Float64Array,
  gaps: Float64Array,
): { chain: number[]; gap: number } {
  const chain = [start]
  const gap = offsets[next[start]!]! - offsets[start]!
  const even = (other: number) => isEven(other, gap)
  for (let k = start; next[k]! >= 0 && even(offsets[next[k]!]! - offsets[k]!); ) {
    k = next[k]!
    if (gaps[k]! > 0 && !even(gaps[k]!)) break
    chain.push(k)
    if (gaps[k]! > 0) break
  }
  return { chain, gap }
}
