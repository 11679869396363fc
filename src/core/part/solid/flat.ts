import { type Edge, type Face, makeProjectedEdges, ProjectionCamera, type Shape3D } from 'replicad'
import { type Chain, chainOf, joinChains } from '../../draft/chain'
import { arcThrough } from '../../geometry/piece/feet'
import { circle, type Piece, segment } from '../../geometry/piece/piece'
import { cross3, dot3, type Frame, scale3, seenFrom, subtract3, UP, unit3, type Vector3 } from '../../geometry/space'
import { distance, type Point } from '../../geometry/vector'
import { vectorOf } from './edges'

/** Curves that are neither straight nor round are drawn by so many chords. */
const CHORDS = 48
/** Ends nearer than this meet. */
const MEET_MM = 1e-4
/** A row of places is on one circle where none leaves it by more than this. */
const ROUND_MM = 1e-3

/** Lines of a plane that an edge draws on it. @param seen where a place lies on the plane */
function piecesOf(edge: Edge, seen: (place: Vector3) => Point): Piece[] {
  const at = (t: number) => seen(vectorOf(edge.pointAt(t)))
  if (edge.geomType === 'LINE') return [segment(at(0), at(1))]
  const whole = edge.isClosed
  const arc = arcThrough(at(0), at(whole ? 0.35 : 0.5), at(whole ? 0.7 : 1))
  const steps = Array.from({ length: CHORDS + 1 }, (_, i) => at(i / CHORDS))
  if (arc?.kind === 'arc' && steps.every((p) => Math.abs(distance(p, arc.center) - arc.radius) < ROUND_MM))
    return [whole ? circle(arc.center, arc.radius) : arc]
  const isStraight = steps.every(
    (p) => Math.abs(distance(at(0), p) + distance(p, at(1)) - distance(at(0), at(1))) < 1e-6,
  )
  return isStraight ? [segment(at(0), at(1))] : steps.slice(1).map((p, i) => segment(steps[i]!, p))
}

/** A frame in which a flat face is seen from outside; upright faces stand as they do. */
export function frameOfFace(face: Face): Frame {
  const out = unit3(vectorOf(face.normalAt()))!
  const upward = Math.abs(out.z) > 1 - 1e-9 ? { x: 0, y: 1, z: 0 } : UP
  const up = unit3(subtract3(upward, scale3(out, dot3(upward, out))))!
  return { origin: { x: 0, y: 0, z: 0 }, right: cross3(up, out), up, out }
}

/** The lines around a flat face and the holes in it, at their true size, as one sees it from outside. */
export function linesOfFace(face: Face): Chain[] {
  const frame = frameOfFace(face)
  return chainsOfPieces(face.edges.flatMap((edge) => piecesOf(edge, (place) => seenFrom(frame, place))))
}

/** Pieces that meet, joined into lines. */
export const chainsOfPieces = (pieces: readonly Piece[]): Chain[] =>
  joinChains(
    pieces.map((piece) => chainOf([piece])),
    MEET_MM,
  )

/** What shows of a solid from one side, and what lies behind it. */
export interface Projection {
  readonly visible: readonly Piece[]
  readonly hidden: readonly Piece[]
}

/** A solid as it is seen along a frame, in the frame's own places. */
export function projectionOf(solid: Shape3D, { right, out }: Frame): Projection {
  const camera = new ProjectionCamera([0, 0, 0], [out.x, out.y, out.z], [right.x, right.y, right.z])
  const { visible, hidden } = makeProjectedEdges(solid, camera, true)
  const flat = (edges: readonly Edge[]) => edges.flatMap((edge) => piecesOf(edge, ({ x, y }) => ({ x, y })))
  const shown = flat(visible)
  return { visible: shown, hidden: uncovered(flat(hidden), shown) }
}

/** Hidden lines right behind others say nothing. */
function uncovered(hidden: readonly Piece[], shown: readonly Piece[]): Piece[] {
  const keyOf = (piece: Piece): string => {
    if (piece.kind !== 'segment')
      return JSON.stringify(piece, (_, each) => (typeof each === 'number' ? round(each) : each))
    const ends = [piece.start, piece.end].map(({ x, y }) => `${round(x)} ${round(y)}`).sort()
    return ends.join(' ')
  }
  const seen = new Set(shown.map(keyOf))
  return hidden.filter((piece) => {
    const key = keyOf(piece)
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4 || 0
