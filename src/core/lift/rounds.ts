import type { Chain } from '../draft/chain'
import { arcThrough, circleThrough } from '../geometry/piece/feet'
import { type Arc, type EllipseArc, endOf, type Piece, placeAt, startOf, TURN } from '../geometry/piece/piece'
import { cubicOfEllipse, isQuarter } from '../geometry/piece/recognise'
import { cross, distance, type Point, subtract } from '../geometry/vector'

/**
 * Arcs of one circle, and pieces of one ellipse, that follow one another become one, and a whole one where they close. A
 * single cubic that could be a piece of many ellipses stays a cubic.
 */
export function joinArcs(chain: Chain, toleranceMm: number): Chain {
  const { pieces, closed } = chain
  if (!pieces.some(({ kind }) => kind === 'arc' || kind === 'ellipse')) return chain
  const result: Piece[] = []
  for (const piece of pieces) {
    const last = result.at(-1)
    const joined = last ? joinedRound(last, piece, toleranceMm) : null
    if (joined) result[result.length - 1] = joined
    else result.push(piece)
  }
  if (closed && result.length > 1) {
    const joined = joinedRound(result.at(-1)!, result[0]!, toleranceMm)
    if (joined) {
      result.pop()
      result[0] = joined
    }
  }
  const [only] = result
  if (
    result.length === 1 &&
    (only?.kind === 'arc' || only?.kind === 'ellipse') &&
    Math.abs(Math.abs(only.sweepRad) - TURN) < 0.02
  )
    return { pieces: [{ ...only, sweepRad: TURN }], closed: true }
  const alone = new Set(pieces)
  return { pieces: result.map((piece) => (alone.has(piece) ? asMeant(piece) : piece)), closed }
}

const joinedRound = (a: Piece, b: Piece, toleranceMm: number): Piece | null =>
  joinedArc(a, b, toleranceMm) ?? joinedEllipse(a, b, toleranceMm)

/** A single cubic means a piece of an ellipse where it is a quarter of one, as programs draw them. */
const asMeant = (piece: Piece): Piece =>
  piece.kind === 'ellipse' && !isQuarter(piece) ? { kind: 'cubic', curve: cubicOfEllipse(piece) } : piece

/** Two pieces of one ellipse, whichever of its conjugate half axes each is told by: u uᵀ + v vᵀ is that of the ellipse. */
function joinedEllipse(a: Piece, b: Piece, toleranceMm: number): EllipseArc | null {
  if (a.kind !== 'ellipse' || b.kind !== 'ellipse') return null
  if (distance(a.center, b.center) > toleranceMm || distance(endOf(a), startOf(b)) > toleranceMm) return null
  const form = ({ u, v }: EllipseArc) => [u.x * u.x + v.x * v.x, u.x * u.y + v.x * v.y, u.y * u.y + v.y * v.y]
  const [p, q] = [form(a), form(b)]
  const size = Math.sqrt(p[0]! + p[2]!)
  if (p.some((value, i) => Math.abs(value - q[i]!) > 2 * size * toleranceMm)) return null
  const way = (piece: EllipseArc) => Math.sign(cross(piece.u, piece.v) * piece.sweepRad)
  if (way(a) !== way(b)) return null
  const sweepRad = a.sweepRad + Math.sign(a.sweepRad) * Math.abs(b.sweepRad)
  return Math.abs(sweepRad) > TURN + 0.02 ? null : { ...a, sweepRad }
}

function joinedArc(a: Piece, b: Piece, toleranceMm: number): Arc | null {
  if (a.kind !== 'arc' || b.kind !== 'arc' || Math.sign(a.sweepRad) !== Math.sign(b.sweepRad)) return null
  if (Math.abs(a.radius - b.radius) > toleranceMm || distance(a.center, b.center) > toleranceMm) return null
  if (distance(endOf(a), startOf(b)) > toleranceMm) return null
  const sweepRad = a.sweepRad + b.sweepRad
  return Math.abs(sweepRad) > TURN + 0.02 ? null : { ...a, sweepRad }
}

/** Chords at least, for a run of them to be an arc. */
const FEWEST_CHORDS = 6
/** And so far around. */
const LEAST_SWEEP_RAD = Math.PI / 6
/** An arc drawn by chords turns evenly: by so much more or less from one to the next at most. */
const EVEN = 0.35

/** Runs of short chords that follow a circle become arcs of it, within the tolerance. */
export function arcsOfChords(chain: Chain, toleranceMm: number): Chain {
  const { pieces, closed } = chain
  if (pieces.length < FEWEST_CHORDS) return chain
  const result: Piece[] = []
  for (let i = 0; i < pieces.length; ) {
    const end = endOfRun(pieces, i)
    const arc = end - i >= FEWEST_CHORDS ? arcOver(pieces, i, end, toleranceMm) : null
    if (arc) {
      result.push(arc)
      i = end
    } else result.push(pieces[i++]!)
  }
  return { pieces: result, closed }
}

/** The first place after `from` at which straight pieces stop turning evenly. */
function endOfRun(pieces: readonly Piece[], from: number): number {
  let end = from + 1
  let before: number | null = null
  while (end < pieces.length) {
    const turn = turnBetween(pieces[end - 1]!, pieces[end]!)
    if (turn === null || turn === 0 || Math.abs(turn) > 0.6) break
    if (before !== null && Math.abs(turn - before) > EVEN * Math.abs(before)) break
    before = turn
    end++
  }
  return end
}

function turnBetween(a: Piece, b: Piece): number | null {
  if (a.kind !== 'segment' || b.kind !== 'segment') return null
  const [u, v] = [subtract(a.end, a.start), subtract(b.end, b.start)]
  const sizes = Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)
  return sizes > 0 ? Math.asin(Math.max(-1, Math.min(1, cross(u, v) / sizes))) : null
}

function arcOver(pieces: readonly Piece[], from: number, end: number, toleranceMm: number): Arc | null {
  const points: Point[] = pieces.slice(from, end).map(startOf)
  points.push(endOf(pieces[end - 1]!))
  const middle = points[Math.floor(points.length / 2)]!
  const [first, last] = [points[0]!, points.at(-1)!]
  const whole = distance(first, last) < toleranceMm / 4
  const round = whole
    ? circleThrough(first, points[Math.floor(points.length / 3)]!, points[Math.floor((2 * points.length) / 3)]!)
    : circleThrough(first, middle, last)
  if (!round) return null
  const off = (p: Point) => Math.abs(distance(p, round.center) - round.radius)
  const chords = pieces.slice(from, end).map((piece) => placeAt(piece, 0.5))
  if (points.some((p) => off(p) > toleranceMm / 4) || chords.some((p) => off(p) > toleranceMm)) return null
  const arc = arcThrough(first, middle, whole ? points.at(-2)! : last)
  if (arc?.kind !== 'arc') return null
  if (whole) return { ...arc, center: round.center, radius: round.radius, sweepRad: Math.sign(arc.sweepRad) * TURN }
  return Math.abs(arc.sweepRad) >= LEAST_SWEEP_RAD ? arc : null
}
