import { type Box, boxOf } from '../geometry/box'
import { type Stroke, StrokeIndex, totalLength } from './strokes'

/** Strokes that belong together. */
export interface Cluster {
  readonly strokes: readonly Stroke[]
  readonly box: Box
  readonly lengthPt: number
}

export const clusterOf = (strokes: readonly Stroke[]): Cluster => ({
  strokes,
  box: boxOf(strokes.flatMap(({ start, end }) => [start, end])),
  lengthPt: totalLength(strokes),
})

/** Sets of strokes whose boxes lie nearer to one another than a distance, each with the next. */
export function clusters(strokes: readonly Stroke[], nearPt: number): Cluster[] {
  const index = new StrokeIndex(strokes)
  const parent = strokes.map((_, i) => i)
  const rootOf = (i: number): number => {
    let root = i
    while (parent[root] !== root) root = parent[root]!
    parent[i] = root
    return root
  }
  strokes.forEach((stroke, i) => {
    for (const k of index.beside(stroke, nearPt)) parent[rootOf(k)] = rootOf(i)
  })
  const groups = new Map<number, Stroke[]>()
  strokes.forEach((stroke, i) => {
    const root = rootOf(i)
    const group = groups.get(root)
    if (group) group.push(stroke)
    else groups.set(root, [stroke])
  })
  return [...groups.values()].map(clusterOf)
}
