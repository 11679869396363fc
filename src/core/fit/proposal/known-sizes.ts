import { arcOfCubic } from '../../geometry/piece/recognise'
import { distance, type Point, scale, subtract } from '../../geometry/vector'
import { curveOf, isVisible, type Linework } from '../../sheet/linework'
import { MM_PER_PT } from '../../units/length'
import type { LineFinder } from './line-finder'
import type { Phrase } from './phrases'
import { readPrintedArea } from './printed-length'
import { clearances } from './room-sizes'

/** What a sheet shows whose size is known before its scale is. */
export interface KnownSizes {
  /** Radii of the swings of doors, in points. */
  readonly swingsPt: readonly number[]
  /** Printed areas of rooms, each with the clear areas that lie around it, in square points. */
  readonly areas: readonly { readonly statedMm2: number; readonly drawnPt2: readonly number[] }[]
  /** It names rooms as buildings have them. */
  readonly namesRooms: boolean
}

export const NOTHING_KNOWN: KnownSizes = { swingsPt: [], areas: [], namesRooms: false }

/** Before a printed area no more may stand than its name. */
const NAME_OF_AREA = /^\D{0,12}$/
/** Of the lines around a printed area only the nearest may be its walls: with more of them any area is found. */
const NEAREST = 0.5
const ROOMS =
  /\b(?:bed ?room|living|kitchen|bath(?:room)?|hall(?:way)?|corridor|office|store|storage|lobby|pantry|toilet|wc|stairs?|garage|class ?room|workshop|küche|bad|flur|diele|wohnen|schlafen|zimmer|büro|abstellraum|treppe|cuisine|chambre|salon|séjour|couloir|bureau|cocina|baño|dormitorio|pasillo|cucina|bagno|camera|soggiorno|keuken|badkamer|slaapkamer|woonkamer|kuchnia|łazienka|pokój)\b/i

export function knownSizes(linework: Linework, phrases: readonly Phrase[], lines: LineFinder): KnownSizes {
  return {
    swingsPt: swingsOf(linework, lines),
    areas: phrases.flatMap((phrase) => {
      const area = readPrintedArea(phrase.text.trim())
      if (!area || !NAME_OF_AREA.test(area.before)) return []
      const statedMm2 = area.mm2
      const across = clearances(phrase, { x: 1, y: 0 }, lines)
      const up = clearances(phrase, { x: 0, y: 1 }, lines)
      const drawnPt2 = across.flatMap((a) =>
        up.flatMap((b) => (a.likelihood * b.likelihood >= NEAREST ? [a.lengthPt * b.lengthPt] : [])),
      )
      return statedMm2 > 0 && drawnPt2.length > 0 ? [{ statedMm2, drawnPt2 }] : []
    }),
    namesRooms: phrases.filter(({ text }) => ROOMS.test(text)).length > 1,
  }
}

/** A swing turns by a quarter, drawn as one curve or as a few; each of them turns by this at least. */
const LEAST_TURN = 0.25
const SWING = [1.1, 1.9] as const
/** Curves are parts of one circle within this part of its radius. */
const SAME_CIRCLE = 0.03
/** A leaf runs from the middle of the swing to one of its ends, within this part of it. */
const LEAF = 0.1
/** Smaller ones are parts of letters and symbols. */
const LEAST_RADIUS_PT = 2
/** Drawings have no more doors than this; what has more is a pattern. */
const MOST_CURVES = 20_000

/** Radii of arcs of a quarter that have a straight leaf. */
function swingsOf(linework: Linework, lines: LineFinder): number[] {
  const circles = new Map<string, { center: Point; radius: number; turn: number; ends: Point[] }>()
  const count = Math.min(linework.curveFlags.length, MOST_CURVES)
  for (let i = 0; i < count; i++) {
    if (!isVisible(linework.curveFlags[i]!)) continue
    const curve = curveOf(linework, i)
    const arc = arcOfCubic(curve, SAME_CIRCLE)
    if (!arc || arc.radius < LEAST_RADIUS_PT) continue
    const { center, radius } = arc
    const turn = Math.abs(arc.sweepRad)
    if (turn < LEAST_TURN || turn > SWING[1]) continue
    const step = Math.max(0.5, SAME_CIRCLE * radius)
    const key = [center.x, center.y, radius].map((each) => Math.round(each / step)).join(' ')
    const circle = circles.get(key) ?? { center, radius, turn: 0, ends: [] }
    circle.turn += turn
    circle.ends.push(curve.start, curve.end)
    circles.set(key, circle)
  }
  return [...circles.values()]
    .filter(
      ({ center, radius, turn, ends }) =>
        turn > SWING[0] && turn < SWING[1] && ends.some((end) => hasLeaf(center, end, radius, lines)),
    )
    .map(({ radius }) => radius)
}

function hasLeaf(center: Point, end: Point, radius: number, lines: LineFinder): boolean {
  const way = scale(subtract(end, center), 1 / radius)
  return lines.inStrip(center, way, 0, radius, LEAF * radius).some(([a, b]) => {
    const [p, q] = distance(a, center) < distance(b, center) ? [a, b] : [b, a]
    return distance(p, center) < LEAF * radius && distance(q, end) < LEAF * radius
  })
}

/** Doors are about this wide. */
const DOOR_MM = [480, 1650] as const
/** Stated and drawn areas are the same within this, in the logarithm. */
const SAME_AREA = 0.2
/** What is measured on plans of buildings: the longest, and the usual ones. */
const LONGEST_MM: readonly (readonly [most: number, factor: number])[] = [
  [1200, 0.5],
  [3500, 0.45],
  [150_000, 1],
  [600_000, 0.4],
  [Number.POSITIVE_INFINITY, 0.15],
]
const USUAL_MM: readonly (readonly [most: number, factor: number])[] = [
  [100, 0.5],
  [400, 0.6],
  [9000, 1],
  [20_000, 0.6],
  [Number.POSITIVE_INFINITY, 0.3],
]

/** Site plans are drawn at smaller scales than this; what is short on them is rather a part in millimetres. */
const SMALLEST_WITH_BARE_FIGURES = 600
const MOST_ON_A_PART_M = 300

const factorIn = (table: readonly (readonly [number, number])[], value: number): number =>
  table.find(([most]) => value <= most)![1]

/**
 * How well a scale goes with what is known before: with doors, printed areas and the size of buildings. Figures without
 * a unit read as well in millimetres as in centimetres; only this tells which they are.
 * @param lengthsMm what is stated, at this scale
 */
export function plausibility(sizes: KnownSizes, mmPerPt: number, lengthsMm: readonly number[]): number {
  const sorted = [...lengthsMm].sort((a, b) => a - b)
  let factor = 1
  if (sorted.length > 0) {
    const longest = factorIn(LONGEST_MM, sorted.at(-1)!)
    factor *= longest * factorIn(USUAL_MM, sorted[sorted.length >> 1]!)
    if (sizes.namesRooms && longest < 1) factor *= 0.35
  }
  if (mmPerPt > SMALLEST_WITH_BARE_FIGURES * MM_PER_PT && sorted.every((mm) => mm < MOST_ON_A_PART_M * 1000))
    factor *= 0.3
  const doors = sizes.swingsPt.filter((radius) => {
    const mm = radius * mmPerPt
    return mm >= DOOR_MM[0] && mm <= DOOR_MM[1]
  })
  const swings = Math.min(4, sizes.swingsPt.length)
  if (swings > 0) factor *= doors.length * 2 >= sizes.swingsPt.length ? 1 + 1.5 * swings : 1 / (1 + swings)
  const fitting = sizes.areas.filter(({ statedMm2, drawnPt2 }) =>
    drawnPt2.some((area) => Math.abs(Math.log((area * mmPerPt ** 2) / statedMm2)) < SAME_AREA),
  )
  // Lines that are no walls stand around many of them: those that do not fit say nothing.
  if (fitting.length * 2 >= sizes.areas.length) factor *= 1 + 2 * Math.min(3, fitting.length)
  return factor
}
