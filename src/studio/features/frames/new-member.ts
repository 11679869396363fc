import { dot3, placeIn, seenFrom, subtract3 } from '@/core/geometry/space'
import { distance, type Point } from '@/core/geometry/vector'
import { lineOf } from '@/core/model/member/placing'
import type { Joint, Member, MemberUse } from '@/core/model/member/schema'
import { sectionOf } from '@/core/model/section/schema'
import { frameOf, frameOfPlane } from '@/core/model/work-plane/frame'
import { type WorkPlane, workPlaneOf } from '@/core/model/work-plane/schema'
import { sizeOf } from '@/core/sections/shape'
import type { BoardPoint } from '@/studio/kernel/board-point'
import type { ToolContext } from '@/studio/kernel/tool'
import { sheetOfPoints } from '@/studio/tooling/drawing'
import { jointOptions, memberOptions } from './options'

/** A member from one place of the board to another, as the bench has it chosen. */
export function newMember(start: Point, end: Point, context: ToolContext, points: readonly BoardPoint[] = []): Member {
  const { levelId, records } = context
  const chosen = context.options(memberOptions)
  return {
    id: crypto.randomUUID(),
    kind: 'member',
    use: memberUseOf(start, end, context),
    levelId,
    start,
    end,
    startAsideMm: chosen.memberAsideMm,
    endAsideMm: otherPlane(context) ? reachOf(end, context) : chosen.memberAsideMm,
    sectionId: chosen.sectionId,
    seat: chosen.seat,
    turnRad: (chosen.memberTurnDeg * Math.PI) / 180,
    acrossMm: chosen.memberAcrossMm,
    upMm: chosen.memberUpMm,
    mirrored: chosen.memberMirrored,
    ...fitted('startJoint', points[0], context),
    ...fitted('endJoint', points[1], context),
    ...sheetOfPoints(points, records),
  }
}

/** On an upright plane what stands upright is a column, and what slants braces, where a beam, column or brace is in hand. */
function memberUseOf(start: Point, end: Point, { options, planeId }: ToolContext): MemberUse {
  const { memberUse } = options(memberOptions)
  if (!planeId || !RUNNING.has(memberUse)) return memberUse
  const slope = Math.abs(Math.atan2(end.y - start.y, end.x - start.x))
  const steep = Math.abs(slope - Math.PI / 2) < NEARLY_RAD
  if (steep) return 'column'
  return Math.min(slope, Math.PI - slope) < NEARLY_RAD ? 'beam' : 'brace'
}

const RUNNING: ReadonlySet<MemberUse> = new Set(['beam', 'column', 'brace'])
/** Ten degrees: what slants less stands, or lies. */
const NEARLY_RAD = Math.PI / 18

/** The plane on which members end, where it is another one than that which is worked on. */
export function otherPlane({ options, records, planeId }: ToolContext): WorkPlane | null {
  const { memberEndsOn } = options(memberOptions)
  return planeId && memberEndsOn && memberEndsOn !== planeId ? workPlaneOf(memberEndsOn, records) : null
}

/** How far out of the plane that is worked on the other one lies, straight out from a place. */
function reachOf(at: Point, context: ToolContext): number {
  const { plan } = context
  const other = frameOfPlane(otherPlane(context)!)
  const place = placeIn(plan.around.frame, at)
  const ahead = dot3(plan.around.frame.out, other.out)
  return Math.abs(ahead) < 1e-6 ? 0 : dot3(subtract3(other.origin, place), other.out) / ahead
}

/** An end that is placed on another member is fitted to that, where the bench says so. */
function fitted(
  end: 'startJoint' | 'endJoint',
  point: BoardPoint | undefined,
  { options, records }: ToolContext,
): { readonly [K in 'startJoint' | 'endJoint']?: Joint } {
  const to = point?.caught?.elementId
  const { memberFit: kind } = options(memberOptions)
  if (kind === 'plain' || !to || records.get(to)?.kind !== 'member') return {}
  return { [end]: { to, kind, gapMm: options(jointOptions).jointGapMm } }
}

/** Ends nearer than this to a crossing are no pieces of their own. */
const SHORTEST_MM = 20

/** A member broken at those whose lines it crosses on the plane, each piece fitted to them. */
export function brokenAtSupports(member: Member, { plan, records, options }: ToolContext): Member[] {
  const { frame } = plan.around
  const { start, end } = member
  const size = distance(start, end)
  const asideAt = (t: number): number => member.startAsideMm + (member.endAsideMm - member.startAsideMm) * t
  const own = halfOf(member, records)
  const cuts = [...plan.shapes.values()].flatMap(({ shape, depth }) => {
    if (shape.kind !== 'member' || shape.id === member.id || !depth) return []
    const line = lineOf(shape, frameOf(shape.levelId, records))
    const [a, b] = [seenFrom(frame, line.start), seenFrom(frame, line.end)]
    const met = crossing(start, end, a, b)
    if (!met || met.t * size <= SHORTEST_MM || (1 - met.t) * size <= SHORTEST_MM) return []
    // What passes in front of another one, or behind it, does not meet it.
    const apart = Math.abs(asideAt(met.t) - (a.asideMm + (b.asideMm - a.asideMm) * met.u))
    return apart <= own + halfOf(shape, records) ? [{ t: met.t, to: shape.id }] : []
  })
  if (cuts.length === 0) return [member]
  const along = (t: number): Point => ({ x: start.x + (end.x - start.x) * t, y: start.y + (end.y - start.y) * t })
  const { memberFit } = options(memberOptions)
  const kind = memberFit === 'plain' ? 'square' : memberFit
  const joint = (cut: { readonly to: string }): Joint => ({ to: cut.to, kind, gapMm: options(jointOptions).jointGapMm })
  const sorted = cuts.sort((a, b) => a.t - b.t)
  const { startJoint, endJoint, ...bare } = member
  return [...sorted, null].map((cut, i): Member => {
    const before = sorted[i - 1]
    const first = before ? joint(before) : startJoint
    const last = cut ? joint(cut) : endJoint
    return {
      ...bare,
      id: i === 0 ? member.id : crypto.randomUUID(),
      start: before ? along(before.t) : start,
      end: cut ? along(cut.t) : end,
      startAsideMm: asideAt(before?.t ?? 0),
      endAsideMm: asideAt(cut?.t ?? 1),
      ...(first && { startJoint: first }),
      ...(last && { endJoint: last }),
    }
  })
}

/** Half of what the section of a member measures at most. */
function halfOf({ sectionId }: Member, records: ToolContext['records']): number {
  const section = sectionOf(sectionId, records)
  if (!section) return 0
  const { widthMm, heightMm } = sizeOf(section.shape)
  return Math.max(widthMm, heightMm) / 2
}

/** Where a line from one place to another crosses a second one, as parts of either way; null where it doesn't. */
function crossing(a: Point, b: Point, c: Point, d: Point): { t: number; u: number } | null {
  const [dx, dy, ex, ey] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y]
  const turn = dx * ey - dy * ex
  if (Math.abs(turn) < 1e-9 * Math.hypot(dx, dy) * Math.hypot(ex, ey)) return null
  const t = ((c.x - a.x) * ey - (c.y - a.y) * ex) / turn
  const u = ((c.x - a.x) * dy - (c.y - a.y) * dx) / turn
  return t > 0 && t < 1 && u >= -0.02 && u <= 1.02 ? { t, u } : null
}

/** A post that stands on the plan: as high as its storey, or as typed. */
export function standing(at: BoardPoint, heightMm: number, context: ToolContext): Member {
  const made = newMember(at.at, at.at, context, [at])
  return { ...made, endAsideMm: made.startAsideMm + heightMm }
}

/** The traced line of a member on the plane that is looked at. */
export function lineSeen(member: Member, { plan, records }: ToolContext): { start: Point; end: Point } {
  const { frame } = plan.around
  const { start, end } = lineOf(member, frameOf(member.levelId, records))
  return { start: seenFrom(frame, start), end: seenFrom(frame, end) }
}
