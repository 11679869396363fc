import type { Point } from '../../geometry/vector'
import { aroundIn, neighbourBits } from './neighbours'

/** Middles of the pixels along a line of the skeleton, from node to node or round. */
export interface PixelChain {
  readonly points: readonly Point[]
  /** Whether the line goes on, or others leave, at its ends. */
  readonly meetsAtStart: boolean
  readonly meetsAtEnd: boolean
}

/** By the neighbours as bits: whether a pixel can go without parting what hangs together by it, and is no end. */
const NEEDLESS = Uint8Array.from({ length: 256 }, (_, bits) => {
  const ink = Array.from({ length: 8 }, (_, k) => (bits >> k) & 1)
  const count = ink.reduce((sum, each) => sum + each, 0)
  if (count < 2 || count > 5) return 0
  // Pieces of the ring of neighbours; those above and beside one another touch across the corner between them.
  const joined = ink.map((each, k) => (each || (k % 2 === 1 && ink[(k + 7) % 8] && ink[(k + 1) % 8]) ? 1 : 0))
  const pieces = joined.filter((each, k) => each && !joined[(k + 7) % 8]).length
  return pieces === 1 ? 1 : 0
})

/**
 * The lines that a skeleton consists of.
 * @param mask the skeleton, 1 on its pixels, none on the outermost; corners that are not needed are taken out of it
 * @param pixels those of the skeleton
 */
export function chainsOf(mask: Uint8Array, width: number, pixels: Int32Array): PixelChain[] {
  const around = aroundIn(width)
  for (const at of pixels) if (NEEDLESS[neighbourBits(mask, at, around)]) mask[at] = 0
  const next = (at: number): number[] => {
    const found: number[] = []
    for (let k = 0; k < 8; k++) if (mask[at + around[k]!]) found.push(at + around[k]!)
    return found
  }
  const point = (at: number): Point => ({ x: (at % width) + 0.5, y: Math.floor(at / width) + 0.5 })
  const seen = new Set<number>()
  const chains: PixelChain[] = []
  const walk = (from: number, first: number): number[] => {
    const line = [from, first]
    for (let [before, at] = [from, first]; ; ) {
      const ways = next(at)
      if (ways.length !== 2 || seen.has(at)) return line
      seen.add(at)
      const on = ways[0] === before ? ways[1]! : ways[0]!
      line.push(on)
      ;[before, at] = [at, on]
    }
  }
  const keep = (line: readonly number[], round: boolean) =>
    chains.push({
      points: line.map(point),
      meetsAtStart: round || next(line[0]!).length > 2,
      meetsAtEnd: round || next(line.at(-1)!).length > 2,
    })
  for (const at of pixels) {
    if (!mask[at]) continue
    const ways = next(at)
    if (ways.length === 2) continue
    for (const way of ways) if (next(way).length === 2 && !seen.has(way)) keep(walk(at, way), false)
    // Two pixels that are all there is of a line are too short for one.
  }
  for (const at of pixels) {
    if (!mask[at] || seen.has(at)) continue
    const ways = next(at)
    if (ways.length === 2) keep(walk(at, ways[0]!), true)
  }
  return chains
}
