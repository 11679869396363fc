import type { Point } from '../../geometry/vector'

/** An outline with what it is made of. */
export interface MadeOf {
  readonly ring: readonly Point[]
  readonly material: string
}

/** Edges are the same where their ends lie in the same place to this. */
const SAME_MM = 0.01

const keyOf = ({ x, y }: Point): string => `${Math.round(x / SAME_MM)} ${Math.round(y / SAME_MM)}`

/** Edges that follow one another. */
export interface EdgeRun {
  readonly closed: boolean
  readonly points: readonly Point[]
}

/**
 * The edges of an outline, in runs, without those that it has in common with another one of the same material: where two
 * walls of one material meet in a corner no line parts them.
 */
export function openEdges(outlines: readonly MadeOf[]): EdgeRun[] {
  const edgesOf = ({ ring, material }: MadeOf) =>
    ring.map((a, i) => {
      const b = ring[(i + 1) % ring.length]!
      return { a, b, key: `${material} ${[keyOf(a), keyOf(b)].sort().join(' ')}` }
    })
  const count = new Map<string, number>()
  for (const outline of outlines) for (const { key } of edgesOf(outline)) count.set(key, (count.get(key) ?? 0) + 1)
  return outlines.flatMap((outline): EdgeRun[] => {
    const edges = edgesOf(outline)
    const isOpen = ({ key }: { readonly key: string }) => count.get(key) === 1
    const gap = edges.findIndex((edge) => !isOpen(edge))
    if (gap < 0) return [{ closed: true, points: outline.ring }]
    const runs: Point[][] = []
    // From behind a common edge, so that no run goes on from the end to the beginning.
    for (const edge of [...edges.slice(gap + 1), ...edges.slice(0, gap)]) {
      if (!isOpen(edge)) continue
      const last = runs.at(-1)
      if (last?.at(-1) === edge.a) last.push(edge.b)
      else runs.push([edge.a, edge.b])
    }
    return runs.map((points) => ({ closed: false, points }))
  })
}
