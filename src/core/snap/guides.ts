import { directionAt, startOf } from '../geometry/piece/piece'
import { cross, distance, dot, type Point, scale, subtract, unit } from '../geometry/vector'
import type { CatchContext, Guide, PassedPoint } from './scene'

/** Guides are caught within this part of the catching radius. */
const GUIDE_PART = 0.6
/** Lines of so many passed points are looked at for parallels. */
const PARALLELS_OF = 3

/** Every guide that passed points and lines give. */
function guidesOf({ from, passed, off }: CatchContext): Guide[] {
  const guides: Guide[] = []
  for (const point of passed) {
    if (!off.has('level with'))
      guides.push({ word: 'level with', through: point.at, direction: { x: 1, y: 0 }, ray: false, lines: [] })
    if (!off.has('upright with'))
      guides.push({ word: 'upright with', through: point.at, direction: { x: 0, y: 1 }, ray: false, lines: [] })
    if (!off.has('extension')) guides.push(...extensions(point))
  }
  if (from && !off.has('parallel')) guides.push(...parallels(from, passed.slice(0, PARALLELS_OF)))
  return guides
}

/** Straight lines run on beyond an end that was passed. */
function extensions({ at, word, lines }: PassedPoint): Guide[] {
  if (word !== 'end') return []
  return lines.flatMap((line) => {
    if (line.piece.kind !== 'segment') return []
    const atStart = distance(startOf(line.piece), at) < distance(line.end, at)
    const direction = unit(scale(directionAt(line.piece, 0), atStart ? -1 : 1))
    return direction ? [{ word: 'extension', through: at, direction, ray: true, lines: [line] }] : []
  })
}

function parallels(from: Point, passed: readonly PassedPoint[]): Guide[] {
  return passed.flatMap(({ lines }) =>
    lines.flatMap((line) => {
      const direction = line.piece.kind === 'segment' ? unit(directionAt(line.piece, 0)) : null
      // A line through the point itself would be its own parallel.
      if (!direction || Math.abs(cross(direction, subtract(from, line.start))) < 1e-6) return []
      return [{ word: 'parallel', through: from, direction, ray: false, lines: [line] }]
    }),
  )
}

/** The place of a guide nearest to `p`. */
export function footOnGuide({ through, direction, ray }: Guide, p: Point): Point | null {
  const t = dot(subtract(p, through), direction)
  if (ray && t <= 0) return null
  return { x: through.x + direction.x * t, y: through.y + direction.y * t }
}

/** The guides that come near the cursor, each direction through a point once. */
export function guidesNear(context: CatchContext, p: Point, radius: number): Guide[] {
  const near: Guide[] = []
  for (const guide of guidesOf(context)) {
    const foot = footOnGuide(guide, p)
    if (!foot || distance(foot, p) > radius * GUIDE_PART || distance(guide.through, p) <= radius) continue
    const same = near.some(
      (each) =>
        Math.abs(cross(each.direction, guide.direction)) < 1e-9 &&
        Math.abs(cross(each.direction, subtract(guide.through, each.through))) < radius * 1e-3,
    )
    if (!same) near.push(guide)
  }
  return near
}
