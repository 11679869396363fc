import { type Affine, apply, IDENTITY, lengthFactor } from '../geometry/affine'
import { type Box, boxOf, unite } from '../geometry/box'
import { BoxIndex } from '../geometry/box-index'
import { nearestOnSegment } from '../geometry/segment'
import { along, cross, distance, type Point, subtract, unit } from '../geometry/vector'
import { Flag, isVisible, type LineStyle, type Linework, segmentEnds } from '../sheet/linework'
import { MM_PER_PT } from '../units/length'

/** Lines that lie where they lay and are drawn with another pen: no change of what is drawn, and told only where it is asked for. */
export interface PenChange {
  /** As a person would name the pens: `0.35 mm`, `0.18 mm, dashed, #ff0000`. */
  readonly before: string
  readonly after: string
  readonly lines: number
  /** All of them, in points of the older page. */
  readonly box: Box
}

/** How far apart lines may lie to be the same, in points: as near as two programs write one drawing. */
export const SAME_PLACE_PT = 0.5

/** Shorter lines are letters and symbols. */
const SHORTEST_PT = 6
const PARALLEL = 0.02
/** Pens are told apart by a twentieth of a millimetre: programs round them. */
const STEP_MM = 0.05
/** Fewer lines of a pair of pens are chance: one line over another. */
const LEAST_LINES = 3

/** @param map from points of the newer page to those of the older; @param tolerancePt how far apart lines may lie to be the same */
export function penChanges(older: Linework, newer: Linework, map: Affine, tolerancePt: number): PenChange[] {
  const before = linesOf(older, IDENTITY)
  const index = new BoxIndex(before.map(({ start, end }) => boxOf([start, end])))
  const pairs = new Map<string, { before: string; after: string; lines: number; box: Box }>()
  for (const line of linesOf(newer, map)) {
    const under = underOf(line, before, index, tolerancePt)
    if (under.length === 0 || under.some(({ pen }) => pen === line.pen)) continue
    const key = `${under[0]!.pen} > ${line.pen}`
    const box = boxOf([line.start, line.end])
    const pair = pairs.get(key)
    pairs.set(key, {
      before: under[0]!.pen,
      after: line.pen,
      lines: (pair?.lines ?? 0) + 1,
      box: pair ? unite(pair.box, box) : box,
    })
  }
  return [...pairs.values()].filter(({ lines }) => lines >= LEAST_LINES).sort((a, b) => b.lines - a.lines)
}

interface DrawnLine {
  readonly start: Point
  readonly end: Point
  readonly pen: string
}

function linesOf(linework: Linework, map: Affine): DrawnLine[] {
  const factor = lengthFactor(map)
  const pens = linework.styles.map((style) => penWords(style, factor))
  const lines: DrawnLine[] = []
  for (let i = 0; i < linework.segmentFlags.length; i++) {
    const flags = linework.segmentFlags[i]!
    if (!isVisible(flags) || (flags & (Flag.hatch | Flag.slight)) !== 0) continue
    const [a, b] = segmentEnds(linework, i)
    const style = linework.segmentStyles[i]!
    if (linework.styles[style]!.kind !== 'stroke' || distance(a, b) * factor < SHORTEST_PT) continue
    lines.push({ start: apply(map, a), end: apply(map, b), pen: pens[style]! })
  }
  return lines
}

function penWords({ widthPt, dashPt, color }: LineStyle, factor: number): string {
  const mm = Math.round((widthPt * factor * MM_PER_PT) / STEP_MM) * STEP_MM
  return [
    widthPt === 0 ? 'the thinnest line' : `${mm.toFixed(2)} mm`,
    ...(dashPt.length > 0 ? ['dashed'] : []),
    ...(color === '#000000' ? [] : [color]),
  ].join(', ')
}

/** The lines of the older page that run where a line of the newer does, at its middle and on both sides of it. */
function underOf(
  { start, end }: DrawnLine,
  before: readonly DrawnLine[],
  index: BoxIndex,
  tolerancePt: number,
): DrawnLine[] {
  const u = unit(subtract(end, start))
  if (!u) return []
  const places = [0.25, 0.5, 0.75].map((t) => along(start, end, t))
  return index
    .near(boxOf([places[1]!]), tolerancePt)
    .map((i) => before[i]!)
    .filter((other) => {
      const v = unit(subtract(other.end, other.start))
      return (
        v !== null &&
        Math.abs(cross(u, v)) < PARALLEL &&
        places.every(
          (p) => distance(p, along(other.start, other.end, nearestOnSegment(other.start, other.end, p))) < tolerancePt,
        )
      )
    })
}
