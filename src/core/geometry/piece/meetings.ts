import { intersect, isEmpty } from '../box'
import { lineCrossing } from '../segment'
import { add, cross, distance, dot, leftOf, length, type Point, scale, subtract } from '../vector'
import { boxOfPiece } from './measure'
import {
  type Arc,
  angleOf,
  directionAt,
  type EllipseArc,
  type Piece,
  parameterOfAngle,
  placeAt,
  SAME_MM,
  type Segment,
  startOf,
} from './piece'

/** A place that two pieces share, with its parameter on each. */
export interface Meeting {
  readonly t: number
  readonly u: number
  readonly point: Point
}

/** Whether the extensions of the first and of the second piece count as well: lines run on, arcs close to circles. */
export interface Extended {
  readonly first?: boolean
  readonly second?: boolean
}

/**
 * Where two pieces cross or touch; pieces that run along one another have no meetings.
 * Lines and circles by closed forms, with one another and lines with ellipses; the rest by Newton's method from crossing chords.
 */
export function meetings(p: Piece, q: Piece, extended: Extended = {}): Meeting[] {
  if (p.kind === 'segment' && q.kind === 'segment' && !extended.first && !extended.second) return segmentsMeet(p, q)
  if (!extended.first && !extended.second && isEmpty(intersect(nearBox(p), nearBox(q)))) return []
  // Differences keep their digits far from the origin where the coordinates themselves would not.
  const origin = startOf(p)
  const [a, b] = [shifted(p, origin), shifted(q, origin)]
  const found = carriersMeet(a, b)
  if (!found) return []
  return found
    .filter(({ t, u, point }) => (extended.first || reaches(a, t, point)) && (extended.second || reaches(b, u, point)))
    .map(({ t, u, point }) => ({
      t: extended.first ? t : clamp(t),
      u: extended.second ? u : clamp(u),
      point: add(point, origin),
    }))
    .filter(({ point }) => Number.isFinite(point.x) && Number.isFinite(point.y))
}

/** Whether a piece has the place itself, or ends as good as there. */
const reaches = (piece: Piece, t: number, point: Point) =>
  (t >= 0 && t <= 1) || distance(placeAt(piece, clamp(t)), point) <= SAME_MM
const clamp = (t: number) => Math.min(1, Math.max(0, t))

/** The same for two straight lines as far as they go, which is what most drawings are made of: without making anything on the way. */
function segmentsMeet({ start: o, end: e }: Segment, { start: c, end: d }: Segment): Meeting[] {
  if (Math.max(o.x, e.x) + 2 * SAME_MM < Math.min(c.x, d.x) || Math.max(c.x, d.x) + 2 * SAME_MM < Math.min(o.x, e.x))
    return []
  if (Math.max(o.y, e.y) + 2 * SAME_MM < Math.min(c.y, d.y) || Math.max(c.y, d.y) + 2 * SAME_MM < Math.min(o.y, e.y))
    return []
  // Differences keep their digits far from the origin where the coordinates themselves would not.
  const [rx, ry] = [e.x - o.x, e.y - o.y]
  const [cx, cy] = [c.x - o.x, c.y - o.y]
  const [sx, sy] = [d.x - o.x - cx, d.y - o.y - cy]
  const turn = rx * sy - ry * sx
  const [sizeR, sizeS] = [Math.hypot(rx, ry), Math.hypot(sx, sy)]
  if (turn === 0 || Math.abs(turn) <= PARALLEL_SINE * sizeR * sizeS) return []
  const [t, u] = [(cx * sy - cy * sx) / turn, (cx * ry - cy * rx) / turn]
  const [onP, onQ] = [clamp(t), clamp(u)]
  if (Math.abs(t - onP) * sizeR > SAME_MM) return []
  const [x, y] = [rx * t, ry * t]
  if (u !== onQ && Math.hypot(cx + sx * onQ - x, cy + sy * onQ - y) > SAME_MM) return []
  return Number.isFinite(x) && Number.isFinite(y) ? [{ t: onP, u: onQ, point: { x: x + o.x, y: y + o.y } }] : []
}

function nearBox(piece: Piece) {
  const { minX, minY, maxX, maxY } = boxOfPiece(piece)
  return { minX: minX - SAME_MM, minY: minY - SAME_MM, maxX: maxX + SAME_MM, maxY: maxY + SAME_MM }
}

/** The piece with `by` taken off its place. */
export function shifted(piece: Piece, by: Point): Piece {
  switch (piece.kind) {
    case 'segment':
      return { kind: 'segment', start: subtract(piece.start, by), end: subtract(piece.end, by) }
    case 'arc':
    case 'ellipse':
      return { ...piece, center: subtract(piece.center, by) }
    case 'cubic': {
      const { start, pullStart, pullEnd, end } = piece.curve
      return {
        kind: 'cubic',
        curve: {
          start: subtract(start, by),
          pullStart: subtract(pullStart, by),
          pullEnd: subtract(pullEnd, by),
          end: subtract(end, by),
        },
      }
    }
  }
}

/** Meetings of whole lines, circles and ellipses; of cubics as far as they go. Null where they run along one another. */
function carriersMeet(p: Piece, q: Piece): Meeting[] | null {
  if (p.kind === 'segment' && q.kind === 'segment') {
    const hit = lineCrossing(p.start, p.end, q.start, q.end)
    // Nearly parallel lines that would meet kilometres beyond say nothing about a drawing.
    return hit && isClear(directionAt(p, 0), directionAt(q, 0)) ? [{ ...hit, point: placeAt(p, hit.t) }] : null
  }
  if (p.kind === 'segment' && q.kind === 'arc') return lineMeetsCircle(p, q)
  if (p.kind === 'arc' && q.kind === 'segment') return swapped(lineMeetsCircle(q, p))
  if (p.kind === 'arc' && q.kind === 'arc') return circlesMeet(p, q)
  if (p.kind === 'segment' && q.kind === 'ellipse') return lineMeetsEllipse(p, q)
  if (p.kind === 'ellipse' && q.kind === 'segment') return swapped(lineMeetsEllipse(q, p))
  return meetByChords(p, q)
}

const PARALLEL_SINE = 1e-12

const isClear = (a: Point, b: Point) => Math.abs(cross(a, b)) > PARALLEL_SINE * length(a) * length(b)

const swapped = (found: readonly Meeting[]): Meeting[] => found.map(({ t, u, point }) => ({ t: u, u: t, point }))

function lineMeetsCircle(line: Segment, arc: Arc): Meeting[] {
  const direction = directionAt(line, 0)
  const size = length(direction)
  if (size === 0) return []
  const toCenter = subtract(arc.center, line.start)
  const foot = dot(toCenter, direction) / (size * size)
  const away = Math.abs(cross(direction, toCenter)) / size
  return halves(arc.radius, away).map((half) => {
    const t = foot + half / size
    const point = placeAt(line, t)
    return { t, u: parameterOfAngle(arc, angleOf(subtract(point, arc.center))), point }
  })
}

/** How far from the foot a line at distance `away` from the centre meets a circle: two ways, one where it touches, none. */
function halves(radius: number, away: number): number[] {
  if (Math.abs(away - radius) <= 1e-12 * radius + 1e-10) return [0]
  if (away > radius) return []
  const half = Math.sqrt((radius - away) * (radius + away))
  return [-half, half]
}

function circlesMeet(p: Arc, q: Arc): Meeting[] | null {
  // Seen from the smaller one: on a circle of a kilometre, one of a millimetre would only be a point of touch.
  if (p.radius > q.radius) return circlesMeet(q, p)?.map(({ t, u, point }) => ({ t: u, u: t, point })) ?? null
  const between = subtract(q.center, p.center)
  const apart = length(between)
  if (apart < SAME_MM && Math.abs(p.radius - q.radius) < SAME_MM) return null
  if (apart === 0) return []
  const foot = (apart + ((p.radius - q.radius) * (p.radius + q.radius)) / apart) / 2
  const direction = scale(between, 1 / apart)
  return halves(p.radius, Math.abs(foot)).map((half) => {
    const point = add(p.center, add(scale(direction, foot), scale(leftOf(direction), half)))
    return {
      t: parameterOfAngle(p, angleOf(subtract(point, p.center))),
      u: parameterOfAngle(q, angleOf(subtract(point, q.center))),
      point,
    }
  })
}

/** What makes the unit circle of an ellipse; null where it is flat. */
export function toUnitCircle({ center, u, v }: EllipseArc): ((p: Point) => Point) | null {
  const area = cross(u, v)
  if (Math.abs(area) < 1e-14 * Math.max(dot(u, u), dot(v, v))) return null
  return (p) => {
    const away = subtract(p, center)
    return { x: cross(away, v) / area, y: cross(u, away) / area }
  }
}

function lineMeetsEllipse(line: Segment, ellipse: EllipseArc): Meeting[] {
  const unit = toUnitCircle(ellipse)
  if (!unit) return []
  const [a, b] = [unit(line.start), unit(line.end)]
  const circle: Arc = { ...ellipse, kind: 'arc', center: { x: 0, y: 0 }, radius: 1 }
  return lineMeetsCircle({ kind: 'segment', start: a, end: b }, circle).map(({ t, u }) => ({
    t,
    u,
    point: placeAt(line, t),
  }))
}

/** Chords that find the beginnings of Newton's method, for each piece. */
const CHORDS = 48

function meetByChords(p: Piece, q: Piece): Meeting[] {
  const [pWhole, qWhole] = [wholeOf(p), wholeOf(q)]
  const [ps, qs] = [chordPoints(pWhole), chordPoints(qWhole)]
  const found: Meeting[] = []
  for (let i = 0; i < CHORDS; i++)
    for (let j = 0; j < CHORDS; j++) {
      const [a, b, c, d] = [ps[i]!, ps[i + 1]!, qs[j]!, qs[j + 1]!]
      if (!boxesTouch(a, b, c, d)) continue
      const hit = lineCrossing(a, b, c, d)
      if (!hit || hit.t < -0.5 || hit.t > 1.5 || hit.u < -0.5 || hit.u > 1.5) continue
      const met = refine(pWhole, qWhole, (i + hit.t) / CHORDS, (j + hit.u) / CHORDS)
      if (met && !found.some(({ point }) => distance(point, met.point) < SAME_MM)) found.push(met)
    }
  return found.map(({ t, u, point }) => ({ t: own(p, pWhole, t), u: own(q, qWhole, u), point }))
}

/** The whole circle or ellipse that a piece is of; a piece that has none stays. */
const wholeOf = (piece: Piece): Piece =>
  piece.kind === 'arc' || piece.kind === 'ellipse' ? { ...piece, sweepRad: 2 * Math.PI } : piece

const own = (piece: Piece, whole: Piece, t: number): number =>
  piece.kind === 'arc' || piece.kind === 'ellipse'
    ? parameterOfAngle(piece, (whole as Arc).fromRad + (whole as Arc).sweepRad * t)
    : t

const chordPoints = (piece: Piece): Point[] => Array.from({ length: CHORDS + 1 }, (_, i) => placeAt(piece, i / CHORDS))

/** Chords leave their curve: their boxes are taken somewhat larger. */
function boxesTouch(a: Point, b: Point, c: Point, d: Point): boolean {
  const slack = (Math.abs(b.x - a.x) + Math.abs(b.y - a.y) + Math.abs(d.x - c.x) + Math.abs(d.y - c.y)) / 8
  return (
    Math.min(a.x, b.x) <= Math.max(c.x, d.x) + slack &&
    Math.min(c.x, d.x) <= Math.max(a.x, b.x) + slack &&
    Math.min(a.y, b.y) <= Math.max(c.y, d.y) + slack &&
    Math.min(c.y, d.y) <= Math.max(a.y, b.y) + slack
  )
}

function refine(p: Piece, q: Piece, t0: number, u0: number): Meeting | null {
  let [t, u] = [t0, u0]
  for (let i = 0; i < 20; i++) {
    const off = subtract(placeAt(q, u), placeAt(p, t))
    const [dp, dq] = [directionAt(p, t), directionAt(q, u)]
    const turn = cross(dp, dq)
    if (turn === 0) return null
    const [stepT, stepU] = [cross(off, dq) / turn, cross(off, dp) / turn]
    t += stepT
    u += stepU
    if (!(Math.abs(t) < 3 && Math.abs(u) < 3)) return null
    if (Math.abs(stepT) + Math.abs(stepU) < 1e-15) break
  }
  const point = placeAt(p, t)
  return distance(point, placeAt(q, u)) < SAME_MM ? { t, u, point } : null
}
