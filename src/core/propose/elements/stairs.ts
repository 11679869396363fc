import { project } from '../../geometry/projective'
import { add, cross, distance, dot, leftOf, middle, type Point, scale, subtract, unit } from '../../geometry/vector'
import { certain, type ProposedElement } from './element'
import type { SheetMarks, Stroke } from './sheet-marks'

/** Steps are so deep and so wide, and a flight has so many. */
const GOING_MM = [210, 360] as const
const WIDTH_MM = [600, 3500] as const
const LEAST_LINES = 5
const MOST_LINES = 26
/** Lines of one flight differ by less, in direction, length, place and going. */
const PARALLEL = 0.01
const ALIKE = 0.03
const EVEN = 0.06
const ASIDE_MM = 35
/** The line on which one walks runs in the middle, as a part of the width. */
const WALKING = 0.14
const EDGE_MM = 90
const WORDS = /^(?:up|dn|down|auf|ab|hoch|steigung|\d{1,2}\s*(?:r|stg|x)\b.*|\d{1,2}\s*[x×]\s*\d.*)$/i
const DOWN = /^(?:dn|down|ab)$/i

/** Flights of stairs: lines of one length, evenly apart by the depth of a step. */
export function stairsOf(marks: SheetMarks): ProposedElement[] {
  const { mmPerPt } = marks.on
  const treads = marks.strokes.filter(({ lengthPt }) => {
    const mm = lengthPt * mmPerPt
    return mm >= WIDTH_MM[0] && mm <= WIDTH_MM[1]
  })
  const used = new Set<Stroke>()
  return treads
    .map((tread) => flightFrom(tread, marks))
    .filter((flight) => flight.length >= LEAST_LINES)
    .sort((a, b) => b.length - a.length)
    .flatMap((flight): ProposedElement[] => {
      if (flight.some((tread) => used.has(tread))) return []
      for (const tread of flight) used.add(tread)
      return flight.length > MOST_LINES ? [] : judged(flight, marks)
    })
}

const middleOf = ({ a, b }: Stroke): Point => middle(a, b)

/** The lines that follow one to its left, each a step further. */
function flightFrom(first: Stroke, { near, on }: SheetMarks): Stroke[] {
  const u = unit(subtract(first.b, first.a))!
  const v = leftOf(u)
  const flight = [first]
  let going = 0
  for (;;) {
    const last = flight.at(-1)!
    const at = middleOf(last)
    const next = near(add(at, scale(v, (GOING_MM[0] + GOING_MM[1]) / 2 / on.mmPerPt)), (GOING_MM[1] / on.mmPerPt) * 0.7)
      .map((stroke) => ({ stroke, stepMm: dot(v, subtract(middleOf(stroke), at)) * on.mmPerPt }))
      .filter(({ stroke, stepMm }) => {
        const way = unit(subtract(stroke.b, stroke.a))
        return (
          stepMm >= GOING_MM[0] &&
          stepMm <= GOING_MM[1] &&
          (going === 0 || Math.abs(stepMm - going) < EVEN * going) &&
          way !== null &&
          Math.abs(cross(u, way)) < PARALLEL &&
          Math.abs(stroke.lengthPt - first.lengthPt) < ALIKE * first.lengthPt &&
          Math.abs(dot(u, subtract(middleOf(stroke), middleOf(first)))) * on.mmPerPt < ASIDE_MM
        )
      })
      .sort((a, b) => a.stepMm - b.stepMm)[0]
    if (!next || flight.length > 2 * MOST_LINES) return flight
    going ||= next.stepMm
    flight.push(next.stroke)
  }
}

function judged(flight: readonly Stroke[], marks: SheetMarks): ProposedElement[] {
  const { map, mmPerPt } = marks.on
  const [first, last] = [middleOf(flight[0]!), middleOf(flight.at(-1)!)]
  const v = unit(subtract(last, first))!
  const u = leftOf(v)
  const [lengthPt, widthPt] = [distance(first, last), flight[0]!.lengthPt]
  const around = marks.near(middle(first, last), (lengthPt + widthPt) / 2)
  /** Lines that run up the flight, and where between its middle and its edge, both sides alike. */
  const running = around.flatMap((stroke) => {
    const way = unit(subtract(stroke.b, stroke.a))
    if (!way || Math.abs(cross(v, way)) > 0.03) return []
    const from = Math.max(0, Math.min(dot(v, subtract(stroke.a, first)), dot(v, subtract(stroke.b, first))))
    const to = Math.min(lengthPt, Math.max(dot(v, subtract(stroke.a, first)), dot(v, subtract(stroke.b, first))))
    const aside = Math.abs(dot(u, subtract(middleOf(stroke), first)))
    return to - from > 0.3 * lengthPt && aside < widthPt / 2 + EDGE_MM / mmPerPt ? [{ stroke, aside }] : []
  })
  const walking = running.filter(({ aside }) => aside < WALKING * widthPt)
  const edges = running.filter(({ aside }) => Math.abs(aside - widthPt / 2) * mmPerPt < EDGE_MM)
  const across = running.length - walking.length - edges.length
  const words = marks.phrases.filter(({ centre, text }) => {
    const to = subtract(centre, middle(first, last))
    return WORDS.test(text) && Math.abs(dot(u, to)) < widthPt && Math.abs(dot(v, to)) < lengthPt / 2 + widthPt
  })
  const arrow = arrowOf(walking[0]?.stroke ?? null, first, v, marks)
  const certainty = certain(
    0.2 +
      0.03 * Math.min(10, flight.length - LEAST_LINES) +
      (walking.length > 0 ? 0.25 : 0) +
      (edges.length > 1 ? 0.15 : 0) +
      (words.length > 0 ? 0.2 : 0) +
      (arrow === 0 ? 0 : 0.15) -
      0.3 * across,
  )
  if (certainty < LEAST) return []
  const isDown = words.some(({ text }) => DOWN.test(text))
  const [foot, head] = arrow < 0 !== isDown ? [last, first] : [first, last]
  return [
    {
      element: {
        kind: 'stair',
        start: project(map, foot),
        end: project(map, head),
        widthMm: widthPt * mmPerPt,
        risers: flight.length,
      },
      certainty,
    },
  ]
}

const LEAST = 0.3

/** Which way the arrow of a walking line points: 1 for along `v`, -1 for against it, 0 where it has none. */
function arrowOf(walking: Stroke | null, from: Point, v: Point, { near, on }: SheetMarks): -1 | 0 | 1 {
  if (!walking) return 0
  const alongOf = (p: Point) => dot(v, subtract(p, from))
  const [foot, tip] = alongOf(walking.a) < alongOf(walking.b) ? [walking.a, walking.b] : [walking.b, walking.a]
  const barbs = (end: Point) =>
    near(end, BARB_MM / on.mmPerPt / 4).filter((stroke) => {
      const way = unit(subtract(stroke.b, stroke.a))
      const touches = Math.min(distance(stroke.a, end), distance(stroke.b, end)) * on.mmPerPt < BARB_MM / 4
      const turn = way ? Math.abs(cross(v, way)) : 0
      return touches && stroke.lengthPt * on.mmPerPt < BARB_MM && turn > 0.15 && turn < 0.9
    }).length
  const [atFoot, atTip] = [barbs(foot), barbs(tip)]
  return atTip >= 2 && atTip > atFoot ? 1 : atFoot >= 2 && atFoot > atTip ? -1 : 0
}

const BARB_MM = 500
