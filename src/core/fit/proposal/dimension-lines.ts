import { along, type Point } from '../../geometry/vector'
import type { LineFinder } from './line-finder'
import type { Phrase } from './phrases'

/** Two points between which a printed length may have been measured. */
export interface MeasuredSpan {
  readonly from: Point
  readonly to: Point
  /** How much it looks like the right one, up to 1. */
  readonly likelihood: number
}

/** Parallel to the text within this sine. */
const PARALLEL = 0.03
/** A line that crosses a dimension line ends there what is measured; below this sine it runs along with it. */
const CROSSES = 0.25
/** Lines end at a dimension line within this, in points. */
const REACH_PT = 0.9
/** Pieces of one dimension line lie on one line within this, and follow one another within GAP_PT. */
const COLLINEAR_PT = 0.35
const GAP_PT = 1.2
/** How far from its dimension line a text stands, in heights of its text. */
const BESIDE = 2.1
/** Stops nearer than this are one. */
const SAME_STOP_PT = 0.7
/** The sides of an arrow head meet on the line within this. */
const ARROW_TIP_PT = 0.25
/** Stops looked at on each side of the text. */
const STOPS_A_SIDE = 6
/** Spans kept for one text. */
const SPANS = 5

/** A place on a dimension line where something is measured from. */
interface Stop {
  at: number
  strength: number
}

/** Along the axis, from the middle of the text. */
interface Piece {
  readonly from: number
  readonly to: number
  readonly offset: number
}

/** Axis through the middle of a text. */
interface Axis {
  readonly centre: Point
  readonly direction: Point
  /** Half of the text along the axis and across it. */
  readonly half: number
  readonly reach: number
}

/** Spans that a text may state, likeliest first: between ticks, arrows or extension lines of the line it stands on or beside. */
export function spansOf(phrase: Phrase, lines: LineFinder): MeasuredSpan[] {
  const { centre, lengthPt, heightPt, turnRad } = phrase
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const along: Axis = { centre, direction: { x: cos, y: sin }, half: lengthPt / 2, reach: BESIDE * heightPt }
  const spans = spansOn(along, heightPt, lines)
  // On some sheets all text stands level, within the upright lines that it belongs to.
  const across: Axis = { centre, direction: { x: -sin, y: cos }, half: heightPt / 2, reach: lengthPt / 2 + heightPt }
  const upright = spansOn(across, heightPt, lines).map((span) => ({ ...span, likelihood: span.likelihood * 0.6 }))
  return [...spans, ...upright].sort((a, b) => b.likelihood - a.likelihood).slice(0, SPANS)
}

function spansOn(axis: Axis, heightPt: number, lines: LineFinder): MeasuredSpan[] {
  const spans: MeasuredSpan[] = []
  for (const host of hostsOf(axis, heightPt, lines)) {
    const [from, to] = grow(axis, host, lines)
    const stops = stopsOn(axis, host.offset, from, to, heightPt, lines)
    const beside = 1 - 0.25 * Math.min(1, Math.abs(host.offset) / axis.reach)
    for (const { left, right, likelihood } of pairs(stops, axis.half, heightPt))
      spans.push({
        from: pointAt(axis, left, host.offset),
        to: pointAt(axis, right, host.offset),
        likelihood: likelihood * beside,
      })
  }
  return spans
}

/** Lines along the axis that pass the text, or that it breaks. */
function hostsOf(axis: Axis, heightPt: number, lines: LineFinder): Piece[] {
  const near = pieces(axis, -axis.half - 2 * heightPt, axis.half + 2 * heightPt, axis.reach, lines)
  const hosts: Piece[] = []
  for (const piece of near) {
    if (hosts.some(({ offset }) => Math.abs(offset - piece.offset) < COLLINEAR_PT)) continue
    const same = near.filter(({ offset }) => Math.abs(offset - piece.offset) < COLLINEAR_PT)
    const passes = same.some(({ from, to }) => from <= 0 && to >= 0)
    const broken =
      Math.abs(piece.offset) < heightPt &&
      same.some(({ to }) => to < 0 && to > -axis.half - 1.6 * heightPt) &&
      same.some(({ from }) => from > 0 && from < axis.half + 1.6 * heightPt)
    if (!passes && !broken) continue
    const from = Math.min(...same.map((each) => each.from))
    const to = Math.max(...same.map((each) => each.to))
    if (to - from > heightPt) hosts.push({ from, to, offset: piece.offset })
  }
  return hosts
}

/** Segments along the axis, within a window. */
function pieces(axis: Axis, from: number, to: number, reach: number, lines: LineFinder): Piece[] {
  const found: Piece[] = []
  for (const [a, b] of lines.inStrip(axis.centre, axis.direction, from, to, reach)) {
    const [p, q] = [local(axis, a), local(axis, b)]
    const length = Math.hypot(q.along - p.along, q.across - p.across)
    if (length < 1e-6 || Math.abs(q.across - p.across) > PARALLEL * length) continue
    const offset = (p.across + q.across) / 2
    if (Math.abs(offset) > reach) continue
    const [low, high] = [Math.min(p.along, q.along), Math.max(p.along, q.along)]
    if (high < from || low > to) continue
    found.push({ from: low, to: high, offset })
  }
  return found
}

/** Follows a dimension line over the pieces of which it is made. */
function grow(axis: Axis, host: Piece, lines: LineFinder): [number, number] {
  let { from, to } = host
  for (let i = 0; i < 60; i++) {
    const on = shifted(axis, host.offset)
    const next = [
      ...pieces(on, to - GAP_PT, to + GAP_PT, COLLINEAR_PT, lines),
      ...pieces(on, from - GAP_PT, from + GAP_PT, COLLINEAR_PT, lines),
    ]
    const low = Math.min(from, ...next.map((piece) => piece.from))
    const high = Math.max(to, ...next.map((piece) => piece.to))
    if (low === from && high === to) break
    from = low
    to = high
  }
  return [from, to]
}

const shifted = (axis: Axis, offset: number): Axis => ({ ...axis, centre: pointAt(axis, 0, offset) })

function stopsOn(axis: Axis, offset: number, from: number, to: number, heightPt: number, lines: LineFinder): Stop[] {
  const on = shifted(axis, offset)
  const stops: Stop[] = [
    { at: from, strength: 0.5 },
    { at: to, strength: 0.5 },
  ]
  /** Where the sides of arrow heads end behind their tips. */
  const backs: number[] = []
  const ticks: Stop[] = []
  for (const [a, b] of lines.inStrip(on.centre, on.direction, from - REACH_PT, to + REACH_PT, REACH_PT)) {
    const [p, q] = [local(on, a), local(on, b)]
    const [dx, dy] = [q.along - p.along, q.across - p.across]
    const length = Math.hypot(dx, dy)
    if (length < 0.3) continue
    const side = length < 2 * heightPt ? arrowSide(p, q, length) : null
    if (side) {
      backs.push(side.back)
      stops.push({ at: side.tip, strength: 0.5 })
      continue
    }
    if (Math.abs(dy) < CROSSES * length) continue
    const t = -p.across / dy
    // Beyond its ends it reaches the line only by a hair.
    if (t * length < -REACH_PT || (t - 1) * length > REACH_PT) continue
    const at = p.along + dx * Math.min(1, Math.max(0, t))
    if (at < from - REACH_PT || at > to + REACH_PT) continue
    const strength = strengthOf(length, Math.abs(dy) / length, t, heightPt)
    if (length < 3 * heightPt) ticks.push({ at, strength })
    else stops.push({ at, strength })
  }
  // The back of an arrow head lies across the line like a tick.
  stops.push(...ticks.filter(({ at }) => !backs.some((back) => Math.abs(back - at) < SAME_STOP_PT)))
  return merge(stops)
}

interface Local {
  readonly along: number
  readonly across: number
}

/** A short line from the axis at a slant: one side of an arrow head. */
function arrowSide(p: Local, q: Local, length: number): { tip: number; back: number } | null {
  const [tip, back] = Math.abs(p.across) < Math.abs(q.across) ? [p, q] : [q, p]
  const sine = Math.abs(back.across - tip.across) / length
  if (Math.abs(tip.across) > ARROW_TIP_PT || sine < 0.08 || sine > 0.8) return null
  return { tip: tip.along, back: back.along }
}

/** What a line that meets a dimension line says: a tick, a line led out from what is measured, a side of an arrow, a passing line. */
function strengthOf(length: number, sine: number, t: number, heightPt: number): number {
  const upright = sine > 0.99
  const middle = Math.abs(t - 0.5) < 0.2
  if (length < 3 * heightPt && middle) return upright ? 0.7 : 1
  const overshoot = Math.min(Math.abs(t), Math.abs(1 - t)) * length
  if (upright && overshoot < 2 * heightPt) return 1
  return length < 2 * heightPt ? 0.5 : 0.3
}

function merge(stops: Stop[]): Stop[] {
  const merged: Stop[] = []
  for (const stop of stops.sort((a, b) => a.at - b.at)) {
    const last = merged.at(-1)
    if (last && stop.at - last.at < SAME_STOP_PT) {
      const sum = last.strength + stop.strength
      last.at = (last.at * last.strength + stop.at * stop.strength) / sum
      last.strength = sum
    } else merged.push({ ...stop })
  }
  return merged.map(({ at, strength }) => ({ at, strength: Math.min(1.6, strength) }))
}

interface Pair {
  readonly left: number
  readonly right: number
  readonly likelihood: number
}

/** Text stands in the middle of what it measures, between neighbouring stops. */
function pairs(stops: readonly Stop[], half: number, heightPt: number): Pair[] {
  const left = stops.filter(({ at }) => at < -0.2 * half).reverse()
  const right = stops.filter(({ at }) => at > 0.2 * half)
  const found: Pair[] = []
  for (const [i, l] of left.slice(0, STOPS_A_SIDE).entries())
    for (const [j, r] of right.slice(0, STOPS_A_SIDE).entries()) {
      const width = r.at - l.at
      if (width < half * 0.9) continue
      const off = Math.abs(r.at + l.at) / 2
      const centred = Math.exp(-((off / (0.12 * width + 0.6 * heightPt)) ** 2))
      const skipped = [...left.slice(0, i), ...right.slice(0, j)].reduce((sum, { strength }) => sum + strength, 0)
      const likelihood = Math.min(1, l.strength) * Math.min(1, r.strength) * centred * 0.55 ** skipped
      if (likelihood > 0.02) found.push({ left: l.at, right: r.at, likelihood })
    }
  return found.sort((a, b) => b.likelihood - a.likelihood).slice(0, SPANS)
}

function local({ centre, direction }: Axis, p: Point): Local {
  const [dx, dy] = [p.x - centre.x, p.y - centre.y]
  return { along: dx * direction.x + dy * direction.y, across: -dx * direction.y + dy * direction.x }
}

function pointAt({ centre, direction }: Axis, at: number, offset: number): Point {
  const base = along(centre, { x: centre.x + direction.x, y: centre.y + direction.y }, at)
  return { x: base.x - direction.y * offset, y: base.y + direction.x * offset }
}
