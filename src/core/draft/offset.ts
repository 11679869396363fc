import { boxOfPiece, distanceTo, lengthOf, nearestParameter, piecesBetweenCuts } from '../geometry/piece/measure'
import { meetings } from '../geometry/piece/meetings'
import {
  type Arc,
  angleOf,
  circle,
  directionAt,
  endOf,
  isWhole,
  type Piece,
  placeAt,
  SAME_MM,
  type Segment,
  segment,
  startOf,
  TURN,
  turnAhead,
} from '../geometry/piece/piece'
import { PieceIndex } from '../geometry/piece/piece-index'
import { add, cross, distance, dot, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import { type Chain, joinChains } from './chain'
import { isSamePiece } from './tidy'

/** A corner may reach this many times the distance beyond the line; sharper ones are rounded. */
const LONGEST_MITRE = 4
/** How much nearer than asked a part may run and still belong to the offset. */
const SLACK_MM = 1e-5

/**
 * The lines that run at a distance beside a chain of straight pieces and arcs.
 * Every piece is shifted, corners are mitred or rounded, and what comes nearer to the chain than asked is cut away:
 * a narrow chain may give several, or none.
 * @param distanceMm positive to the left of the chain, negative to the right
 */
export function offsetChain(chain: Chain, distanceMm: number): Chain[] {
  const source = chain.pieces.filter((piece) => lengthOf(piece) > SAME_MM)
  if (distanceMm === 0 || source.length === 0) return [chain]
  const raw = withCorners(source, chain.closed, distanceMm)
  // Everything at this distance from the chain: its other side and the surroundings of its points too.
  const cutters = new PieceIndex([
    ...raw,
    ...withCorners(source, chain.closed, -distanceMm),
    ...[startOf(source[0]!), ...source.map(endOf)].map((at) => circle(at, Math.abs(distanceMm))),
  ])
  const parts = raw.flatMap((piece, i) => split(piece, cutters, i))
  const sources = new PieceIndex(source)
  const clear = withoutDoubled(parts.filter((piece) => runsClear(piece, sources, Math.abs(distanceMm))))
  const kept = withoutStubs(clear, chain.closed ? [] : [startOf(raw[0] ?? source[0]!), endOf(raw.at(-1) ?? source[0]!)])
  return joinChains(
    kept.map((piece) => ({ pieces: [piece], closed: false })),
    SLACK_MM,
  )
}

/** A straight piece or arc shifted to its left; null where an arc shrinks to nothing. */
export function shiftedPiece(piece: Piece, distanceMm: number): Segment | Arc | null {
  if (piece.kind === 'arc') {
    const radius = piece.radius - Math.sign(piece.sweepRad) * distanceMm
    return radius > SAME_MM ? { ...piece, radius } : null
  }
  const direction = unit(directionAt(piece, 0))
  if (piece.kind !== 'segment' || !direction) return null
  const by = scale(leftOf(direction), distanceMm)
  return segment(add(piece.start, by), add(piece.end, by))
}

function withCorners(source: readonly Piece[], closed: boolean, distanceMm: number): Piece[] {
  const whole = source.length === 1 && Math.abs((source[0] as Arc).sweepRad ?? 0) > TURN - 1e-9
  const result: Piece[] = []
  source.forEach((piece, i) => {
    const shifted = shiftedPiece(piece, distanceMm)
    if (shifted) result.push(shifted)
    if (whole || (!closed && i === source.length - 1)) return
    result.push(...corner(piece, source[(i + 1) % source.length]!, distanceMm))
  })
  return result
}

/** What joins the offsets of two pieces around the corner between them. */
function corner(before: Piece, after: Piece, distanceMm: number): Piece[] {
  const at = endOf(before)
  const [came, goes] = [unit(directionAt(before, 1)), unit(directionAt(after, 0))]
  if (!came || !goes) return []
  const [from, to] = [add(at, scale(leftOf(came), distanceMm)), add(at, scale(leftOf(goes), distanceMm))]
  if (distance(from, to) < SAME_MM) return []
  const turn = cross(came, goes)
  // Where the line turns back on itself both sides are outside.
  const outside = turn * distanceMm < 0 || (Math.abs(turn) < 1e-9 && dot(came, goes) < 0)
  const straight = before.kind === 'segment' && after.kind === 'segment'
  if (outside && straight) {
    const tip = meetings(segment(from, add(from, came)), segment(to, add(to, goes)), { first: true, second: true })[0]
    if (tip && distance(tip.point, at) <= LONGEST_MITRE * Math.abs(distanceMm))
      return [segment(from, tip.point), segment(tip.point, to)]
  }
  return [arcAround(at, from, to, outside === distanceMm > 0)]
}

/** The arc from one point to another about a centre. */
function arcAround(center: Point, from: Point, to: Point, clockwise: boolean): Arc {
  const fromRad = angleOf(subtract(from, center))
  const ahead = turnAhead(fromRad, angleOf(subtract(to, center)))
  const sweepRad = clockwise ? ahead - TURN : ahead
  // Around a corner the way is never longer than half a turn.
  return {
    kind: 'arc',
    center,
    radius: distance(center, from),
    fromRad,
    sweepRad: Math.abs(sweepRad) > Math.PI + 1e-9 ? sweepRad - Math.sign(sweepRad) * TURN : sweepRad,
  }
}

function split(piece: Piece, all: PieceIndex, own: number): Piece[] {
  const cuts = new Set([0, 1])
  for (const i of all.near(boxOfPiece(piece), SAME_MM)) {
    if (i === own) continue
    const other = all.pieces[i]!
    for (const { t } of meetings(piece, other)) cuts.add(t)
    // Pieces that run along one another have no meetings, but their ends lie on one another.
    for (const end of [startOf(other), endOf(other)]) {
      const t = nearestParameter(piece, end)
      if (distance(placeAt(piece, t), end) < SAME_MM) cuts.add(t)
    }
  }
  return piecesBetweenCuts(piece, cuts).filter((each) => lengthOf(each) > SAME_MM)
}

/** Corners that overlap run along one another: there and back is nothing, twice the same way is once. */
function withoutDoubled(parts: readonly Piece[]): Piece[] {
  const index = new PieceIndex(parts)
  const gone = new Set<number>()
  parts.forEach((a, i) => {
    for (const j of index.near(boxOfPiece(a), SLACK_MM)) {
      if (gone.has(i)) return
      if (j <= i || gone.has(j) || !isSamePiece(a, parts[j]!, SLACK_MM)) continue
      gone.add(j)
      if (distance(startOf(a), startOf(parts[j]!)) > SLACK_MM) gone.add(i)
    }
  })
  return parts.filter((_, i) => !gone.has(i))
}

/** Tips of corners that lead nowhere once the rest is cut away. @param free where a line may end */
function withoutStubs(parts: readonly Piece[], free: readonly Point[]): Piece[] {
  const index = new PieceIndex(parts)
  const meets = (p: Point, q: Point) => distance(p, q) <= SLACK_MM
  const goesOn = (end: Point, own: Piece) =>
    free.some((each) => meets(each, end)) ||
    index
      .around(end, SLACK_MM)
      .some((other) => other !== own && (meets(startOf(other), end) || meets(endOf(other), end)))
  const kept = parts.filter((piece) => isWhole(piece) || (goesOn(startOf(piece), piece) && goesOn(endOf(piece), piece)))
  return kept.length === parts.length ? kept : withoutStubs(kept, free)
}

/** Whether no part of a piece comes nearer to the source than the distance. */
function runsClear(piece: Piece, source: PieceIndex, distanceMm: number): boolean {
  const least = distanceMm - SLACK_MM
  return [0.5, 0.23, 0.81].every((t) => {
    const p = placeAt(piece, t)
    return source.around(p, least).every((each) => distanceTo(each, p) >= least)
  })
}
