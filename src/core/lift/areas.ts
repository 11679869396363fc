import Flatbush from 'flatbush'
import { type Chain, chainStart, flatRing } from '../draft/chain'
import { area, doubleArea, isInside } from '../geometry/polygon'

/** Chords that stand for the curves of an outline here: enough to tell what lies within it. */
const FLAT_MM = 1

/**
 * Filled areas by their closed outlines: each with its holes, the outline first. A hole lies within an outline and runs
 * the other way round, or, where areas are filled by the even-odd rule, either way.
 */
export function areasOf(outlines: readonly Chain[], evenOdd: boolean): Chain[][] {
  if (outlines.length < 2) return outlines.map((outline) => [outline])
  const rings = outlines.map((outline) => flatRing(outline, FLAT_MM))
  const tree = new Flatbush(rings.length)
  for (const ring of rings) {
    const [xs, ys] = [ring.map(({ x }) => x), ring.map(({ y }) => y)]
    tree.add(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys))
  }
  tree.finish()
  const sizes = rings.map(area)
  const turns = rings.map((ring) => Math.sign(doubleArea(ring)))
  const areas = new Map<number, Chain[]>()
  // From the largest: whether an outline is a hole is known before what lies within it is looked at.
  for (const i of [...rings.keys()].sort((a, b) => sizes[b]! - sizes[a]!)) {
    const { x, y } = chainStart(outlines[i]!)
    const around = tree
      .search(x, y, x, y, (j) => sizes[j]! > sizes[i]! && isInside(rings[j]!, { x, y }))
      .sort((a, b) => sizes[a]! - sizes[b]!)[0]
    const host = around === undefined ? undefined : areas.get(around)
    if (host && (evenOdd || turns[around!] !== turns[i])) host.push(outlines[i]!)
    else areas.set(i, [outlines[i]!])
  }
  return [...areas.values()]
}
