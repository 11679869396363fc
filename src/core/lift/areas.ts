import { type Chain, flatRing } from '../draft/chain'
import { hostsOf } from '../geometry/nesting'
import { doubleArea } from '../geometry/polygon'

/** Chords that stand for the curves of an outline here: enough to tell what lies within it. */
const FLAT_MM = 1

/**
 * Filled areas by their closed outlines: each with its holes, the outline first. A hole lies within an outline and runs
 * the other way round, or, where areas are filled by the even-odd rule, either way.
 */
export function areasOf(outlines: readonly Chain[], evenOdd: boolean): Chain[][] {
  const rings = outlines.map((outline) => flatRing(outline, FLAT_MM))
  const hosts = hostsOf(rings)
  const sizes = rings.map(doubleArea)
  const areas = new Map<number, Chain[]>()
  // From the largest: whether an outline is a hole is known before what lies within it is looked at.
  for (const i of [...rings.keys()].sort((a, b) => Math.abs(sizes[b]!) - Math.abs(sizes[a]!))) {
    const host = areas.get(hosts[i]!)
    if (host && (evenOdd || sizes[hosts[i]!]! > 0 !== sizes[i]! > 0)) host.push(outlines[i]!)
    else areas.set(i, [outlines[i]!])
  }
  return [...areas.values()]
}
