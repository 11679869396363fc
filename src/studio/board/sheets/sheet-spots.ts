import { arcOfCubic } from '@/core/geometry/piece/recognise'
import type { IndexedSheet } from '@/core/sheet/binary'
import { canShow, curveOf } from '@/core/sheet/linework'
import { type IndexedSpot, SpotIndex } from '@/core/snap/spot-index'

const built = new WeakMap<IndexedSheet, SpotIndex>()
const EMPTY = new SpotIndex([])
const building = new WeakSet<IndexedSheet>()
/** Curves looked at in one go: a few milliseconds. */
const AT_ONCE = 4000

/** Centres of the circles and arcs of a sheet, and the starts of its texts; worked out in pieces while the page is idle. */
export function spotsOf(sheet: IndexedSheet): SpotIndex {
  const known = built.get(sheet)
  if (known) return known
  if (!building.has(sheet)) {
    building.add(sheet)
    void build(sheet)
  }
  return EMPTY
}

async function build(sheet: IndexedSheet): Promise<void> {
  const { linework } = sheet
  const first = linework.segmentFlags.length
  const spots: IndexedSpot[] = linework.text.map(({ x, y }, item) => ({ word: 'insertion', at: { x, y }, item }))
  for (let i = 0; i < linework.curveFlags.length; i++) {
    if (i % AT_ONCE === AT_ONCE - 1) await new Promise((resolve) => setTimeout(resolve))
    if (!canShow(linework.curveFlags[i]!)) continue
    const arc = arcOfCubic(curveOf(linework, i))
    if (arc) spots.push({ word: 'centre', at: arc.center, item: first + i })
  }
  built.set(sheet, new SpotIndex(spots))
}
