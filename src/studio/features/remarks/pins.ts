import { distance, type Point } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import { remarksOf } from '@/core/model/remark/remarks'
import type { Remark } from '@/core/model/remark/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'

/** How far from its foot the head of a pin stands, and how large it is. */
export const PIN = { upPx: 22, radiusPx: 10 } as const

/** Remarks whose pins stand on the board that is looked at: a work plane, or all levels. @param planeId null on the plan */
export const pinned = (records: ReadonlyMap<string, ProjectRecord>, planeId: string | null): Remark[] =>
  remarksOf(records).filter(({ levelId }) => (workPlaneOf(levelId, records)?.id ?? null) === planeId)

/** The remark whose pin is near a place; one that is open before one that is settled. @param reachMm of a click */
export function pinAt(remarks: readonly Remark[], at: Point, reachMm: number): Remark | null {
  const near = remarks.filter((remark) => distance(remark.at, at) <= reachMm)
  return near.find(({ status }) => status === 'open') ?? near[0] ?? null
}
