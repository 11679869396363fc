import { seenFrom } from '../geometry/space'
import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import { levelIdOf } from '../model/level/schema'
import { cornersOfSection } from '../model/member/body'
import { placeAlong, placedMember } from '../model/member/placing'
import type { Member } from '../model/member/schema'
import type { ProjectRecord } from '../model/registry'
import type { Surroundings } from '../model/shape'
import { chainsOf, isShape } from '../model/shapes'
import { facesOf } from '../model/wall/geometry'
import { frameOf } from '../model/work-plane/frame'
import type { LineFinder } from '../propose/wall-run'
import { Flag } from '../sheet/linework'
import { classOf, OFF_CLASSES_MM } from './off-classes'

/** A straight edge of something that was traced. Model millimetres. */
export interface TracedEdge {
  readonly elementId: string
  /** The level that it stands on; null for plain linework, which lies on none. */
  readonly levelId: string | null
  readonly start: Point
  readonly end: Point
}

/** An edge with the line of a sheet that it was drawn after. */
export interface EdgeMatch extends TracedEdge {
  /** How far beside that line it lies, and how far it is turned against it; null where none is near. */
  readonly found: { readonly offMm: number; readonly turnRad: number } | null
}

/** A line further away is not what was traced. */
const REACH_MM = 200
/** What is turned further against an edge is another line. */
const LARGEST_TURN_RAD = (5 * Math.PI) / 180
/** Places along an edge where lines are looked for; the median of what is found there counts, so that openings don't. */
const SAMPLES = 9
/** The ends of an edge lie in corners, where other lines are nearer. */
const MARGIN = 0.06
/** Shorter edges say nothing of a turn. */
const SHORTEST_MM = 100

/** The edges of all that was traced: both faces of walls, separators, and straight lines that are known to be from a sheet. */
export function tracedEdges(around: Surroundings): TracedEdge[] {
  return [...around.records.values()].flatMap((record) => edgesOf(record, around)).filter(isLong)
}

const isLong = ({ start, end }: TracedEdge): boolean => distance(start, end) >= SHORTEST_MM

function edgesOf(record: ProjectRecord, around: Surroundings): TracedEdge[] {
  if (record.kind === 'wall') {
    const faces = facesOf(record)
    if (!faces) return []
    return [faces.left, faces.right].flatMap((face) =>
      face.kind === 'segment'
        ? [{ elementId: record.id, levelId: levelIdOf(record), start: face.start, end: face.end }]
        : [],
    )
  }
  if (!isShape(record) || !('tracedFrom' in record) || !record.tracedFrom) return []
  if (record.kind === 'member') return memberEdges(record, around)
  const levelId = 'levelId' in record && record.levelId ? record.levelId : null
  return chainsOf(record, around).flatMap(({ pieces }) =>
    pieces.flatMap((piece) =>
      piece.kind === 'segment' ? [{ elementId: record.id, levelId, start: piece.start, end: piece.end }] : [],
    ),
  )
}

/** A line this near to an edge of the body is that edge. */
const ON_EDGE_MM = 0.5

/** Where the sheet shows a member: along its line where that is an edge of its body, else along both edges, as on its own plane. */
function memberEdges(member: Member, { records }: Surroundings): TracedEdge[] {
  const placed = placedMember(member, records)
  const { id: elementId, levelId, start, end, startAsideMm, endAsideMm } = member
  const along = unit(subtract(end, start))
  if (!placed || !along || startAsideMm !== 0 || endAsideMm !== 0) return []
  const own = frameOf(levelId, records)
  const aside = cornersOfSection(placed.section.shape).map((p) =>
    cross(along, subtract(seenFrom(own, placeAlong(placed, p)), start)),
  )
  const edges = [Math.min(...aside), Math.max(...aside)]
  const at = edges.some((off) => Math.abs(off) < ON_EDGE_MM) ? [0] : edges
  return at.map((off) => {
    const by = scale(leftOf(along), off)
    return { elementId, levelId, start: add(start, by), end: add(end, by) }
  })
}

/** The line of a sheet that an edge was drawn after: at each of some places the nearest one that runs its way. */
export function matchEdge(edge: TracedEdge, lines: LineFinder): EdgeMatch {
  const { start, end } = edge
  const u = unit(subtract(end, start))
  const hits = u
    ? Array.from({ length: SAMPLES }, (_, i) => {
        const t = MARGIN + ((1 - 2 * MARGIN) * i) / (SAMPLES - 1)
        return nearestLine(add(start, scale(subtract(end, start), t)), u, lines)
      }).filter((hit) => hit !== null)
    : []
  const found =
    hits.length > 0
      ? { offMm: median(hits.map(({ offMm }) => offMm)), turnRad: median(hits.map(({ turnRad }) => turnRad)) }
      : null
  return { ...edge, found }
}

interface Hit {
  readonly offMm: number
  readonly turnRad: number
}

function nearestLine(p: Point, u: Point, lines: LineFinder): Hit | null {
  let best: Hit | null = null
  for (const { piece, flags } of lines(p, REACH_MM)) {
    if (piece.kind !== 'segment' || flags & Flag.hatch) continue
    const along = unit(subtract(piece.end, piece.start))
    if (!along) continue
    const turnRad = Math.asin(Math.min(1, Math.abs(cross(u, along))))
    const foot = dot(subtract(p, piece.start), along)
    if (turnRad > LARGEST_TURN_RAD || foot < 0 || foot > distance(piece.start, piece.end)) continue
    const offMm = Math.abs(cross(along, subtract(p, piece.start)))
    if (offMm <= REACH_MM && (!best || offMm < best.offMm)) best = { offMm, turnRad }
  }
  return best
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[sorted.length >> 1]!
}

/** How many edges lie in each class of distance; the last figure counts those beyond all bounds. */
export function countByClass(matches: readonly EdgeMatch[]): number[] {
  const counts = Array.from({ length: OFF_CLASSES_MM.length + 1 }, () => 0)
  for (const { found } of matches) {
    if (!found) continue
    counts[classOf(found.offMm)]!++
  }
  return counts
}
