import { boxOf } from './box'
import { BoxIndex } from './box-index'
import { area, isInside } from './polygon'
import type { Point } from './vector'

/** For each of some rings that don't cross, the place of the smallest other one that it lies in; −1 for none. */
export function hostsOf(rings: readonly (readonly Point[])[]): number[] {
  const index = new BoxIndex(rings.map(boxOf))
  const sizes = rings.map(area)
  return rings.map(([first], i) => {
    if (!first) return -1
    let host = -1
    for (const j of index.near(boxOf([first]), 0))
      if (sizes[j]! > sizes[i]! && (host < 0 || sizes[j]! < sizes[host]!) && isInside(rings[j]!, first)) host = j
    return host
  })
}
