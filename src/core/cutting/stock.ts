/** A piece to be cut, and how many of it. */
export interface Wanted {
  readonly lengthMm: number
  readonly count: number
}

/** Bars that are cut alike. */
export interface CutPlan {
  readonly stockMm: number
  readonly count: number
  /** Lengths cut from each, longest first. */
  readonly pieces: readonly number[]
  /** What is left over of each. */
  readonly restMm: number
}

export interface Purchase {
  readonly plans: readonly CutPlan[]
  /** Pieces that are longer than any stock. */
  readonly tooLong: readonly Wanted[]
  /** Length of all bars. */
  readonly boughtMm: number
  /** No cutting needs less: shown beside it. */
  readonly boundMm: number
}

/** Lengths nearer than this are one. */
const STEP_MM = 0.1
/** Searches through ways of filling one bar end after so many steps. */
const MOST_STEPS = 4000

interface Left {
  readonly lengthMm: number
  count: number
}

/**
 * What is bought so that all pieces can be cut (one-dimensional cutting stock): bar by bar the longest piece that is left,
 * with those that fill the rest best (minimal bin slack, Gupta and Ho 1999), from the stock that this leaves least of;
 * beside it longest pieces first into the first bar that takes them. The better one holds.
 * @param stocks lengths that can be had @param kerfMm what each cut takes
 */
export function purchaseFor(wanted: readonly Wanted[], stocks: readonly number[], kerfMm: number): Purchase {
  const longest = Math.max(0, ...stocks)
  const merged = new Map<number, number>()
  for (const { lengthMm, count } of wanted) {
    const key = Math.round(lengthMm / STEP_MM)
    merged.set(key, (merged.get(key) ?? 0) + count)
  }
  const all = [...merged]
    .map(([key, count]) => ({ lengthMm: key * STEP_MM, count }))
    .sort((a, b) => b.lengthMm - a.lengthMm)
  const fits = all.filter(({ lengthMm }) => lengthMm <= longest + 1e-9)
  const tooLong = all.filter(({ lengthMm }) => lengthMm > longest + 1e-9)
  const bars = [
    filled(fits, stocks, kerfMm),
    firstFitting(fits, longest, kerfMm).map((bar) => inShortest(bar, stocks, kerfMm)),
  ]
  const [best] = bars.sort((a, b) => sumOf(a) - sumOf(b))
  return { plans: plansOf(best!, kerfMm), tooLong, boughtMm: sumOf(best!), boundMm: boundOf(fits, stocks, kerfMm) }
}

interface Bar {
  readonly stockMm: number
  readonly pieces: readonly number[]
}

const sumOf = (bars: readonly Bar[]): number => bars.reduce((sum, { stockMm }) => sum + stockMm, 0)

/** What pieces take of a bar: each with its cut, but for a last one that ends with the bar. */
const takenBy = (pieces: readonly number[], stockMm: number, kerfMm: number): number => {
  const bare = pieces.reduce((sum, each) => sum + each, 0) + (pieces.length - 1) * kerfMm
  return stockMm - bare < 1e-6 ? bare : bare + kerfMm
}

/** Bar by bar, each filled as well as can be found. */
function filled(wanted: readonly Wanted[], stocks: readonly number[], kerfMm: number): Bar[] {
  const left: Left[] = wanted.map((each) => ({ ...each }))
  const bars: Bar[] = []
  const sorted = [...stocks].sort((a, b) => b - a)
  for (;;) {
    const first = left.findIndex(({ count }) => count > 0)
    if (first < 0) return bars
    const tried = sorted
      .filter((stockMm) => stockMm + 1e-9 >= left[first]!.lengthMm)
      .map((stockMm) => ({ stockMm, pieces: bestFilling(left, first, stockMm, kerfMm) }))
    const waste = ({ stockMm, pieces }: Bar) => 1 - pieces.reduce((sum, each) => sum + each, 0) / stockMm
    const best = tried.reduce((a, b) => (waste(b) < waste(a) - 1e-12 ? b : a))
    // As often as there are pieces for it.
    const uses = new Map<number, number>()
    for (const piece of best.pieces) uses.set(piece, (uses.get(piece) ?? 0) + 1)
    const times = Math.min(
      ...left
        .filter(({ lengthMm }) => uses.has(lengthMm))
        .map(({ lengthMm, count }) => Math.floor(count / uses.get(lengthMm)!)),
    )
    for (const each of left) each.count -= times * (uses.get(each.lengthMm) ?? 0)
    for (let i = 0; i < times; i++) bars.push(best)
  }
}

/** The longest piece that is left with those that leave least of a bar: depth first, longest first, within so many steps. */
function bestFilling(left: readonly Left[], first: number, stockMm: number, kerfMm: number): number[] {
  const room = stockMm + kerfMm
  let best: number[] = [left[first]!.lengthMm]
  let bestRest = room - left[first]!.lengthMm - kerfMm
  let steps = 0
  const chosen: number[] = [left[first]!.lengthMm]
  const shortest = left.reduce(
    (least, { lengthMm, count }) => (count > 0 ? Math.min(least, lengthMm) : least),
    Infinity,
  )
  const counts = left.map(({ count }, i) => count - (i === first ? 1 : 0))
  const go = (from: number, rest: number): boolean => {
    if (rest < bestRest - 1e-9) {
      bestRest = rest
      best = [...chosen]
      if (bestRest < 0.5) return true
    }
    if (rest < shortest + kerfMm) return false
    for (let i = from; i < left.length; i++) {
      if (counts[i]! <= 0) continue
      const takes = left[i]!.lengthMm + kerfMm
      if (takes > rest + 1e-9) continue
      if (++steps > MOST_STEPS) return true
      counts[i]!--
      chosen.push(left[i]!.lengthMm)
      const done = go(i, rest - takes)
      chosen.pop()
      counts[i]!++
      if (done) return true
    }
    return false
  }
  go(first, bestRest)
  return best
}

/** Longest pieces first, each into the first bar that still takes it. */
function firstFitting(wanted: readonly Wanted[], stockMm: number, kerfMm: number): number[][] {
  const bars: { rest: number; pieces: number[] }[] = []
  for (const { lengthMm, count } of wanted)
    for (let i = 0; i < count; i++) {
      const takes = lengthMm + kerfMm
      const bar = bars.find(({ rest }) => rest >= takes - 1e-9)
      if (bar) {
        bar.rest -= takes
        bar.pieces.push(lengthMm)
      } else bars.push({ rest: stockMm + kerfMm - takes, pieces: [lengthMm] })
    }
  return bars.map(({ pieces }) => pieces)
}

/** Pieces of a bar in the shortest stock that holds them. */
function inShortest(pieces: readonly number[], stocks: readonly number[], kerfMm: number): Bar {
  const needs = pieces.reduce((sum, each) => sum + each, 0) + (pieces.length - 1) * kerfMm
  return { stockMm: Math.min(...stocks.filter((stockMm) => stockMm >= needs - 1e-6)), pieces }
}

function plansOf(bars: readonly Bar[], kerfMm: number): CutPlan[] {
  const alike = new Map<string, { bar: Bar; count: number }>()
  for (const bar of bars) {
    const key = `${bar.stockMm}|${bar.pieces.join(' ')}`
    const known = alike.get(key)
    if (known) known.count++
    else alike.set(key, { bar, count: 1 })
  }
  return [...alike.values()].map(({ bar: { stockMm, pieces }, count }) => ({
    stockMm,
    count,
    pieces,
    restMm: Math.max(0, stockMm - takenBy(pieces, stockMm, kerfMm)),
  }))
}

/**
 * No cutting buys less: each piece takes its length and a cut of some bar, which has room for one cut more than its length;
 * and pieces of more than half a bar need a bar each, with the others in what these leave (Martello and Toth 1990, bound L2).
 */
function boundOf(wanted: readonly Wanted[], stocks: readonly number[], kerfMm: number): number {
  if (wanted.length === 0 || stocks.length === 0) return 0
  const needs = wanted.reduce((sum, { lengthMm, count }) => sum + (lengthMm + kerfMm) * count, 0)
  const least = Math.min(...stocks.map((stockMm) => stockMm / (stockMm + kerfMm)))
  const byLength = needs * least
  if (stocks.length > 1) return byLength
  const [stockMm] = stocks as [number]
  const room = stockMm + kerfMm
  const sizes = wanted.map(({ lengthMm, count }) => ({ size: lengthMm + kerfMm, count }))
  const sum = (of: typeof sizes, by: (size: number) => number) =>
    of.reduce((all, { size, count }) => all + by(size) * count, 0)
  const bars = [0, ...sizes.map(({ size }) => size).filter((size) => size <= room / 2)].map((low) => {
    const large = sizes.filter(({ size }) => size > room - low)
    const middling = sizes.filter(({ size }) => size <= room - low && size > room / 2)
    const small = sizes.filter(({ size }) => size <= room / 2 && size >= low)
    const free = sum(middling, (size) => room - size)
    const more = Math.max(0, Math.ceil((sum(small, (size) => size) - free) / room - 1e-9))
    return sum(large, () => 1) + sum(middling, () => 1) + more
  })
  return Math.max(byLength, Math.max(...bars) * stockMm)
}
