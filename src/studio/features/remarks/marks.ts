import { distanceTo } from '@/core/geometry/piece/measure'
import { segment } from '@/core/geometry/piece/piece'
import { distance, type Point } from '@/core/geometry/vector'
import type { MarkUp } from '@/core/model/mark-up/schema'
import { ofKind } from '@/core/model/of-kind'
import type { ProjectRecord } from '@/core/model/registry'
import { workPlaneOf } from '@/core/model/work-plane/schema'

/** Mark-up over the board that is looked at: a work plane, or all levels. @param planeId null on the plan */
export const marksOver = (records: ReadonlyMap<string, ProjectRecord>, planeId: string | null): MarkUp[] =>
  ofKind('mark-up', records).filter(({ levelId }) => (workPlaneOf(levelId, records)?.id ?? null) === planeId)

/** The mark-up near a place. */
export const markAt = (marks: readonly MarkUp[], at: Point, reachMm: number): MarkUp | null =>
  marks.find(({ points }) =>
    points.some((point, i) => i > 0 && distanceTo(segment(points[i - 1]!, point), at) <= reachMm),
  ) ?? null

/** As many points as a mark keeps. */
const MOST_POINTS = 2000

/** What a hand drew, without points that lie nearer to one another than the eye tells. @param nearMm what that is */
export function drawn(trail: readonly Point[], nearMm: number): Point[] {
  const kept: Point[] = []
  for (const point of trail) if (kept.length === 0 || distance(kept.at(-1)!, point) >= nearMm) kept.push(point)
  const every = Math.ceil(kept.length / MOST_POINTS)
  return kept.filter((_, i) => i % every === 0)
}
