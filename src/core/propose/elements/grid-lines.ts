import type { Phrase } from '../../fit/proposal/phrases'
import { project } from '../../geometry/projective'
import { add, cross, distance, dot, type Point, scale, subtract, unit } from '../../geometry/vector'
import { certain, type ProposedElement } from './element'
import type { Ring, SheetMarks, Stroke } from './sheet-marks'

/** What bubbles of grid lines say: `1`, `12`, `A`, `AB`, `A1`, `3.5`, `B'`. */
const NAME = /^(?:\d{1,2}|[A-Z]{1,2}|[A-Z]\d{1,2}|\d{1,2}[a-z]|[A-Z]{1,2}['’]|[\dA-Z]{1,2}[.,]\d)$/
/** The middle of the writing lies so near to that of its bubble, as a part of the radius. */
const CENTRED = 0.4
/** The line begins so near to the bubble, as a part of its radius, and points so near to its middle. */
const BEGINS = 0.4
const POINTS = 0.15
/** Dashes of one line lie this far apart at most, and beside one another. */
const GAP_PT = 20
const BESIDE_PT = 0.6
/** A line is many bubbles long; a leader is not. */
const LEAST_RADII = 8
const PARALLEL = 0.01
/** Lines of one grid lie this far apart at least. */
const APART_MM = 600

interface Bubble {
  readonly name: string
  readonly ring: Ring
}

interface Found {
  readonly name: string
  readonly start: Point
  readonly end: Point
  readonly bothEnds: boolean
  readonly dashed: boolean
}

/** Lines by which a building is set out: long lines that begin at a bubble with a short name. */
export function gridLinesOf(marks: SheetMarks): ProposedElement[] {
  const bubbles = bubblesOf(marks)
  const found = bubbles.flatMap((bubble) => linesFrom(bubble, bubbles, marks))
  return single(found).map((line, _, all) => {
    const { name, start, end } = line
    const isInGrid = all.some((other) => isNeighbour(line, other))
    // A cutting line of a section looks the same, but stands alone.
    const most = isInGrid ? 1 : 0.6
    const value = 0.4 + (line.bothEnds ? 0.25 : 0) + (isInGrid ? 0.3 : 0) + (line.dashed ? 0.12 : 0)
    return { element: { kind: 'grid-line', name, start, end }, certainty: certain(Math.min(most, value)) }
  })
}

/** Rings in which one short name stands and nothing else. */
function bubblesOf({ rings, phrases }: SheetMarks): Bubble[] {
  return phrases.flatMap((phrase): Bubble[] => {
    if (!NAME.test(phrase.text)) return []
    const ring = rings.find((each) => holds(each, phrase))
    const isAlone =
      ring && !phrases.some((other) => other !== phrase && distance(other.centre, ring.center) < ring.radiusPt)
    return ring && isAlone ? [{ name: phrase.text, ring }] : []
  })
}

const holds = ({ center, radiusPt }: Ring, { centre, heightPt, lengthPt }: Phrase): boolean =>
  distance(center, centre) < CENTRED * radiusPt &&
  heightPt < 2 * radiusPt &&
  lengthPt < 2 * radiusPt &&
  radiusPt < 4 * heightPt

/** The lines that begin at a bubble. */
function linesFrom({ name, ring }: Bubble, bubbles: readonly Bubble[], marks: SheetMarks): Found[] {
  const { center, radiusPt } = ring
  const begun = marks.near(center, radiusPt * (1 + BEGINS)).flatMap((stroke): { from: Point; stroke: Stroke }[] => {
    const [from, to] =
      distance(stroke.a, center) < distance(stroke.b, center) ? [stroke.a, stroke.b] : [stroke.b, stroke.a]
    const u = unit(subtract(to, from))
    if (!u || Math.abs(distance(from, center) - radiusPt) > BEGINS * radiusPt) return []
    const isRadial =
      Math.abs(cross(u, subtract(center, from))) < POINTS * radiusPt && dot(u, subtract(from, center)) > 0
    return isRadial ? [{ from, stroke }] : []
  })
  return begun.flatMap(({ from, stroke }): Found[] => {
    const followed = follow(from, stroke, marks)
    if (distance(from, followed.end) < LEAST_RADII * radiusPt) return []
    const way = unit(subtract(followed.end, from))!
    const ahead = add(followed.end, scale(way, radiusPt))
    const opposite = bubbles.find(
      (other) =>
        other.name === name && other.ring !== ring && distance(other.ring.center, ahead) < radiusPt * (0.5 + BEGINS),
    )
    const { map } = marks.on
    // Its last dash may end before the bubble; the line goes up to it.
    const toOpposite = opposite ? dot(way, subtract(opposite.ring.center, from)) - opposite.ring.radiusPt : 0
    const end = opposite ? add(from, scale(way, toOpposite)) : followed.end
    return [
      {
        name,
        start: project(map, from),
        end: project(map, end),
        bothEnds: opposite !== undefined,
        dashed: followed.dashes > 4 || marks.styles[stroke.style]!.dashPt.length > 0,
      },
    ]
  })
}

/** How far a line goes on over its dashes: the longer it is, the better its direction is known. */
function follow(from: Point, first: Stroke, marks: SheetMarks): { end: Point; dashes: number } {
  let end = distance(from, first.a) > distance(from, first.b) ? first.a : first.b
  let dashes = 1
  for (;;) {
    const u = unit(subtract(end, from))!
    const ahead = (p: Point) => dot(u, subtract(p, end))
    const isOn = (p: Point) => Math.abs(cross(u, subtract(p, end))) < BESIDE_PT
    const next = marks
      .near(end, GAP_PT)
      .filter(({ a, b }) => isOn(a) && isOn(b) && Math.min(ahead(a), ahead(b)) < GAP_PT)
      .flatMap(({ a, b }) => [a, b])
      .reduce((farthest, p) => (ahead(p) > ahead(farthest) ? p : farthest), end)
    if (ahead(next) <= 1e-6) return { end, dashes }
    end = next
    dashes++
  }
}

/** One of each line: that with a bubble at either end is met from both. */
function single(found: readonly Found[]): Found[] {
  const kept: Found[] = []
  for (const line of [...found].sort((a, b) => distance(b.start, b.end) - distance(a.start, a.end)))
    if (!kept.some((other) => other.name === line.name && isSameLine(other, line))) kept.push(line)
  return kept
}

function isSameLine(a: Found, b: Found): boolean {
  const u = unit(subtract(a.end, a.start))!
  return [b.start, b.end].every((p) => Math.abs(cross(u, subtract(p, a.start))) < APART_MM / 4)
}

/** Whether two lines belong to one grid: parallel, apart, under different names of one kind. */
function isNeighbour(a: Found, b: Found): boolean {
  if (a === b || a.name === b.name || /^\d/.test(a.name) !== /^\d/.test(b.name)) return false
  const [u, v] = [unit(subtract(a.end, a.start))!, unit(subtract(b.end, b.start))!]
  return Math.abs(cross(u, v)) < PARALLEL && Math.abs(cross(u, subtract(b.start, a.start))) > APART_MM
}
