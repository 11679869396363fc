import { NearPlaces } from '../../geometry/near-places'
import { isInside } from '../../geometry/polygon'
import { project } from '../../geometry/projective'
import { cross, distance, dot, middle, type Point, subtract, unit } from '../../geometry/vector'
import type { Column } from '../../model/column/schema'
import { alongOf, asideOf } from '../../model/wall/line'
import type { WallRun } from '../wall-run'
import { certain, type ProposedElement } from './element'
import type { SheetMarks, Stroke } from './sheet-marks'

/** Posts are so thick. */
const SIDE_MM = [120, 1300] as const
/** A longer one is a piece of wall. */
const SLIMMEST = 4
/** Of two that lie on one another the middles are nearer than this. */
const CELL_MM = 200
/** Sizes nearer than this part are one size. */
const ALIKE = 0.03
/** Posts of a row stand on one line, and so far from one another. */
const IN_LINE_MM = 30
const LEAST_BAY_MM = 1800
/** Nearer to one another, things of one size are chairs or boards. */
const CROWDED_MM = 1400
/** Smaller things in rows are basins as well as posts. */
const SURELY_NO_BASIN_MM = 200
/** Of 0 to 1: what is darker is filled. */
const DARK = 0.62

type Draft = Omit<Column, 'id' | 'levelId' | 'tracedFrom'>

interface Candidate {
  readonly draft: Draft
  readonly ring: readonly Point[]
  readonly style: number
}

/** Posts: rectangles and circles of their size, filled, crossed or hatched, in rows or where grid lines cross. */
export function columnsOf(
  marks: SheetMarks,
  gridLines: readonly ProposedElement[],
  walls: readonly WallRun[],
): ProposedElement[] {
  const crossings = crossingsOf(gridLines)
  const isOnGrid = ({ draft: { at, widthMm, depthMm } }: Candidate) =>
    crossings.some((p) => distance(p, at) < Math.max(widthMm, depthMm) / 2 + IN_LINE_MM)
  const candidates = single(
    [...fromBoxes(marks), ...fromRings(marks)].filter((each) => isOnGrid(each) || !isPieceOf(walls, each)),
  )
  const widest = Math.max(0, ...marks.styles.filter(({ kind }) => kind === 'stroke').map(({ widthPt }) => widthPt))
  return candidates.flatMap((candidate): ProposedElement[] => {
    const { draft, ring, style } = candidate
    if (marks.phrases.some(({ centre }) => isInside(ring, centre))) return []
    const { kind, color, widthPt } = marks.styles[style]!
    const inner = innerOf(candidate, marks)
    const byItself =
      (kind === 'fill' && lightness(color) < DARK ? 0.5 : 0) +
      (inner.crossed ? 0.3 : 0) +
      (inner.hatched ? 0.4 : 0) +
      (isOnGrid(candidate) ? 0.5 : 0) +
      (kind === 'stroke' && widthPt > 0 && widthPt > 0.85 * widest ? 0.12 : 0)
    // Tables stand in rows too, and basins.
    const isRowTelling = byItself > 0 && Math.min(draft.widthMm, draft.depthMm) >= SURELY_NO_BASIN_MM
    const rows = Math.min(4, neighboursOf(candidate, candidates)) * (isRowTelling ? 0.13 : 0.06)
    const crowded = isCrowded(candidate, candidates) ? 0.35 : 0
    const certainty = certain(0.05 + byItself + rows - crowded)
    return certainty < LEAST ? [] : [{ element: draft, certainty }]
  })
}

/** What is less certain is not shown. */
const LEAST = 0.3

function fromBoxes({ boxes, on }: SheetMarks): Candidate[] {
  return boxes.flatMap(({ corners, style }): Candidate[] => {
    const [a, b, c] = corners.map((p) => project(on.map, p)) as [Point, Point, Point, Point]
    const [widthMm, depthMm] = [distance(a, b), distance(b, c)]
    if (![widthMm, depthMm].every(isSide) || Math.max(widthMm, depthMm) > SLIMMEST * Math.min(widthMm, depthMm))
      return []
    const u = unit(subtract(b, a))!
    const at = middle(a, c)
    const draft: Draft = { kind: 'column', at, section: 'rectangle', widthMm, depthMm, turnRad: Math.atan2(u.y, u.x) }
    return [{ draft: upright(draft), ring: corners, style }]
  })
}

function fromRings({ rings, on }: SheetMarks): Candidate[] {
  return rings.flatMap(({ center, radiusPt, style }): Candidate[] => {
    const sizeMm = 2 * radiusPt * on.mmPerPt
    if (!isSide(sizeMm)) return []
    const ring = Array.from({ length: 12 }, (_, i) => ({
      x: center.x + radiusPt * Math.cos((i * Math.PI) / 6),
      y: center.y + radiusPt * Math.sin((i * Math.PI) / 6),
    }))
    const at = project(on.map, center)
    return [
      { draft: { kind: 'column', at, section: 'round', widthMm: sizeMm, depthMm: sizeMm, turnRad: 0 }, ring, style },
    ]
  })
}

/** Whether a rectangle is what a wall is drawn of between two openings: in its run, and as thick. */
const isPieceOf = (walls: readonly WallRun[], { draft }: Candidate): boolean =>
  draft.section === 'rectangle' &&
  walls.some((wall) => {
    const { start, end, thicknessMm } = wall
    const along = alongOf(wall, draft.at)
    const isIn =
      Math.abs(asideOf(wall, draft.at)) < thicknessMm / 3 &&
      along > -thicknessMm &&
      along < distance(start, end) + thicknessMm
    return isIn && [draft.widthMm, draft.depthMm].some((mm) => Math.abs(mm - thicknessMm) < 0.08 * thicknessMm)
  })

const isSide = (mm: number): boolean => mm >= SIDE_MM[0] && mm <= SIDE_MM[1]

/** The same rectangle, told with the smallest turn: from -45 to 45 degrees. */
function upright(draft: Draft): Draft {
  const quarters = Math.round(draft.turnRad / (Math.PI / 2))
  const turnRad = draft.turnRad - (quarters * Math.PI) / 2
  const [widthMm, depthMm] = quarters % 2 === 0 ? [draft.widthMm, draft.depthMm] : [draft.depthMm, draft.widthMm]
  return { ...draft, widthMm, depthMm, turnRad: Math.abs(turnRad) < 1e-4 ? 0 : turnRad }
}

/** One of those that lie on one another: an outline over its filling. */
function single(candidates: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = []
  const near = new NearPlaces<Draft>(CELL_MM)
  for (const candidate of candidates) {
    const { at, widthMm, depthMm } = candidate.draft
    const isThere = near
      .about(at)
      .some(
        (other) =>
          distance(other.at, at) < 0.15 * Math.min(widthMm, depthMm) &&
          Math.abs(other.widthMm - widthMm) < 0.2 * widthMm,
      )
    if (isThere) continue
    kept.push(candidate)
    near.add(at, candidate.draft)
  }
  return kept
}

/** What is drawn within an outline: two lines from corner to corner, or hatching. */
function innerOf({ ring, draft }: Candidate, { near, on }: SheetMarks): { crossed: boolean; hatched: boolean } {
  const center = middle(ring[0]!, ring[ring.length / 2]!)
  const reachPt = Math.max(draft.widthMm, draft.depthMm) / on.mmPerPt / 2
  const inside = near(center, reachPt * 0.5)
  const diagonalPt = Math.hypot(draft.widthMm, draft.depthMm) / on.mmPerPt
  const isDiagonal = ({ a, b, lengthPt }: Stroke) =>
    Math.abs(lengthPt - diagonalPt) < 0.12 * diagonalPt && distance(middle(a, b), center) < 0.1 * diagonalPt
  return {
    crossed: draft.section === 'rectangle' && inside.filter(isDiagonal).length >= 2,
    hatched: inside.filter(({ hatch, a, b }) => hatch && isInside(ring, middle(a, b))).length >= 3,
  }
}

const isAlike = (a: Draft, b: Draft): boolean =>
  a.section === b.section &&
  Math.abs(a.widthMm - b.widthMm) < ALIKE * a.widthMm &&
  Math.abs(a.depthMm - b.depthMm) < ALIKE * a.depthMm

/** How many of the same size stand in its rows, along it and across, a bay from one another at least. */
function neighboursOf({ draft }: Candidate, all: readonly Candidate[]): number {
  const alike = all.filter((other) => other.draft !== draft && isAlike(draft, other.draft))
  const u = { x: Math.cos(draft.turnRad), y: Math.sin(draft.turnRad) }
  const rows = [0, 1].map(
    (way) =>
      alike.filter(({ draft: { at } }) => {
        const to = subtract(at, draft.at)
        const [aside, along] = way === 0 ? [cross(u, to), dot(u, to)] : [dot(u, to), cross(u, to)]
        return Math.abs(aside) < IN_LINE_MM && Math.abs(along) > LEAST_BAY_MM
      }).length,
  )
  return rows[0]! + rows[1]!
}

const isCrowded = ({ draft }: Candidate, all: readonly Candidate[]): boolean =>
  all.some(
    (other) => other.draft !== draft && isAlike(draft, other.draft) && distance(other.draft.at, draft.at) < CROWDED_MM,
  )

/** Where grid lines cross, on the board. */
function crossingsOf(gridLines: readonly ProposedElement[]): Point[] {
  const lines = gridLines.flatMap(({ element }) => (element.kind === 'grid-line' ? [element] : []))
  return lines.flatMap((a, i) =>
    lines.slice(i + 1).flatMap((b): Point[] => {
      const [u, v] = [subtract(a.end, a.start), subtract(b.end, b.start)]
      const turn = cross(u, v)
      if (Math.abs(turn) < 0.05 * Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)) return []
      const t = cross(subtract(b.start, a.start), v) / turn
      return [{ x: a.start.x + u.x * t, y: a.start.y + u.y * t }]
    }),
  )
}

/** 0 for black, 1 for white; a pattern counts as gray. */
function lightness(color: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => Number.parseInt(color.slice(at, at + 2), 16) / 255)
  return color.startsWith('#') ? 0.299 * r! + 0.587 * g! + 0.114 * b! : 0.5
}
