import { type Affine, IDENTITY } from '../geometry/affine'
import { isSimilar } from '../geometry/piece/map'
import { composeProjective, type Homography, project } from '../geometry/projective'
import { nearestOnSegment } from '../geometry/segment'
import { along, distance, type Point } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { stretchedWith } from '../model/opening/place'
import { type Part, partsOf } from '../model/part/schema'
import type { Surroundings } from '../model/shape'
import { gripsOf, isShape, kindOf, mapped, type Shape } from '../model/shapes'
import type { Space } from '../model/space/schema'
import { boardMap, sheetMap } from '../model/underlay/placement'
import type { Underlay } from '../model/underlay/schema'
import type { Wall } from '../model/wall/schema'
import { frameOf } from '../model/work-plane/frame'

/** A shape as it lies, and as it lies once it has followed its sheet. */
export interface Follower {
  readonly before: Shape
  readonly after: Shape
}

/** A sheet as it lies, and as it is to lie. */
export interface Refitted {
  readonly before: Underlay
  readonly after: Underlay
}

/** Less than this on the board is no move. */
const MOVED_MM = 1e-6

/** What a projective map does about a point: its first-order Taylor expansion there. */
export function linearised(map: Homography, at: Point): Affine {
  const [a, b, , d, e, , g, h, i] = map
  const w = g * at.x + h * at.y + i
  const { x, y } = project(map, at)
  const [xx, xy, yx, yy] = [(a - g * x) / w, (b - h * x) / w, (d - g * y) / w, (e - h * y) / w]
  return [xx, yx, xy, yy, x - xx * at.x - xy * at.y, y - yx * at.x - yy * at.y]
}

/** A shape as it lies once what it was traced from has moved: every point of it on the same point of the sheet. */
function followed<S extends Shape>(shape: S, move: Homography, around: Surroundings): S {
  const kind = kindOf(shape)
  const grips = gripsOf(shape, around)
  const local = grips[0] ? linearised(move, grips[0]) : IDENTITY
  const carried: S = { ...mapped(shape, local, around), ...kind.stated?.(shape) }
  const bent = move[6] !== 0 || move[7] !== 0 || !isSimilar(local)
  if (!bent || !kind.byGrips) return withAnchors(carried, shape)
  const placed = grips.reduce<S>((each, grip, i) => kind.withGrip(each, i, project(move, grip), around), carried)
  return withAnchors(placed, shape)
}

/** A dimension goes on following the elements that it measures. */
function withAnchors<S extends Shape>(carried: S, former: S): S {
  if (carried.kind !== 'dimension' || former.kind !== 'dimension') return carried
  return { ...carried, anchors: carried.anchors.map(({ at }, i) => ({ at, on: former.anchors[i]?.on })) }
}

/** Rooms are made on the plan, not traced: a room goes with the wall that is nearest to it. */
function hostOf(space: Space, walls: readonly Wall[]): Wall | null {
  const away = ({ start, end }: Wall) => distance(along(start, end, nearestOnSegment(start, end, space.at)), space.at)
  return walls.reduce<Wall | null>((best, wall) => (!best || away(wall) < away(best) ? wall : best), null)
}

const hasMoved = ({ before, after }: Follower, around: Surroundings): boolean => {
  const grips = gripsOf(before, around)
  return gripsOf(after, around).some((grip, i) => distance(grip, grips[i]!) > MOVED_MM)
}

/** How what was traced from each sheet moves; nothing where the sheet has no way back from the board. */
function movesOf(refitted: readonly Refitted[]): Map<string, Homography> {
  return new Map(
    refitted.flatMap(({ before, after }) => {
      const back = sheetMap(before.placement)
      return back ? [[before.id, composeProjective(back, boardMap(after.placement))] as const] : []
    }),
  )
}

/** What was traced from sheets, with its doors, windows and rooms, once those lie elsewhere. */
export function followers(around: Surroundings, refitted: readonly Refitted[]): Follower[] {
  const moves = movesOf(refitted)
  const moveOf = (shape: Shape) =>
    'tracedFrom' in shape && shape.tracedFrom !== undefined ? moves.get(shape.tracedFrom) : undefined
  const shapes = [...around.records.values()].filter(isShape)
  const traced = shapes.flatMap((shape): Follower[] => {
    const move = moveOf(shape)
    if (!move) return []
    // What stands in space moves with the plane on which it was traced.
    const on =
      'levelId' in shape && shape.levelId ? { ...around, frame: frameOf(shape.levelId, around.records) } : around
    const follower = { before: shape, after: followed(shape, move, on) }
    return hasMoved(follower, on) ? [follower] : []
  })
  const byId = new Map(traced.map((each) => [each.before.id, each]))
  const walls = shapes.filter((shape) => shape.kind === 'wall')
  const withThem = shapes.flatMap((shape): Follower[] => {
    if (shape.kind === 'opening') {
      const host = byId.get(shape.wallId)
      return host?.before.kind === 'wall' && host.after.kind === 'wall'
        ? [{ before: shape, after: stretchedWith(shape, host.before, host.after) }]
        : []
    }
    if (shape.kind !== 'space') return []
    const near = walls.filter((wall) => levelIdOf(wall) === shape.levelId)
    const host = hostOf(shape, near)
    const move = host && byId.has(host.id) && moveOf(host)
    return move ? [{ before: shape, after: { ...shape, at: project(move, shape.at) } }] : []
  })
  return [...traced, ...withThem]
}

/** Parts whose holes were found on sheets, once those lie elsewhere; sizes that a note states stay. */
export function followedParts(records: Surroundings['records'], refitted: readonly Refitted[]): Part[] {
  const moves = movesOf(refitted)
  return partsOf(records).flatMap((part) => {
    const steps = part.steps.map((step) => {
      const move = step.kind === 'hole' && step.tracedFrom ? moves.get(step.tracedFrom) : undefined
      return step.kind === 'hole' && move ? { ...step, places: step.places.map((at) => project(move, at)) } : step
    })
    return steps.some((step, i) => step !== part.steps[i]) ? [{ ...part, steps }] : []
  })
}
