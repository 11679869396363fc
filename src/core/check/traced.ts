import { statedPart } from '../fit/residual'
import { project } from '../geometry/projective'
import { distance, type Point, subtract } from '../geometry/vector'
import { ofKind } from '../model/of-kind'
import type { ProjectRecord } from '../model/registry'
import { boardMap } from '../model/underlay/placement'
import type { KnownDimension, Underlay } from '../model/underlay/schema'
import { wallOutlines } from '../model/wall/joins'

/** A corner of the tracing belongs to an end of a dimension within this, or within this part of it. */
const NEAR_MM = 60
const NEAR_PART = 0.02

/** Corners of all that is traced: of the joined walls, and the ends of what was traced of each. */
export function tracedCorners(records: ReadonlyMap<string, ProjectRecord>): Point[] {
  const walls = ofKind('wall', records)
  return [...[...wallOutlines(walls).values()].flat(), ...walls.flatMap(({ start, end }) => [start, end])]
}

/**
 * What the tracing measures between the ends of a dimension: from the corner nearest to one end to that nearest to the
 * other. @returns null where nothing was traced there
 */
export function tracedMm(corners: readonly Point[], { placement }: Underlay, dimension: KnownDimension): number | null {
  const map = boardMap(placement)
  const reach = Math.max(NEAR_MM, dimension.statedMm * NEAR_PART)
  const [from, to] = [dimension.fromPt, dimension.toPt].map((p) => nearest(corners, project(map, p), reach))
  if (!from || !to || from === to) return null
  return statedPart(subtract(to, from), dimension.axis)
}

function nearest(corners: readonly Point[], at: Point, reach: number): Point | null {
  let best: Point | null = null
  let least = reach
  for (const corner of corners) {
    const far = distance(corner, at)
    if (far > least) continue
    least = far
    best = corner
  }
  return best
}
