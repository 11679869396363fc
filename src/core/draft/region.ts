import { boxOf } from '../geometry/box'
import { BoxIndex } from '../geometry/box-index'
import { hostsOf } from '../geometry/nesting'
import { boxOfPiece, flatten, lengthOf, piecesBetweenCuts } from '../geometry/piece/measure'
import { meetings } from '../geometry/piece/meetings'
import {
  angleOf,
  directionAt,
  endOf,
  isWhole,
  type Piece,
  placeAt,
  reversed,
  SAME_MM,
  startOf,
} from '../geometry/piece/piece'
import { PieceIndex } from '../geometry/piece/piece-index'
import { PointGrid } from '../geometry/point-grid'
import { doubleArea, isInside } from '../geometry/polygon'
import { distance, type Point, subtract } from '../geometry/vector'
import type { Chain } from './chain'

/** Lines that end nearer than this to one another close a region. */
const GAP_MM = 0.5

/** One way along a cut piece. */
interface Way {
  readonly piece: Piece
  readonly from: number
  readonly to: number
  /** The direction in which it leaves its node. */
  readonly leaves: number
  /** The same piece the other way. */
  back: number
}

/** A closed region, with the closed outlines that lie within it by themselves and are no part of it. */
export interface Region {
  readonly outline: Chain
  readonly islands: readonly Chain[]
}

/** What a walk along one side of the lines gave. */
interface Face {
  readonly pieces: readonly Piece[]
  readonly ring: readonly Point[]
  /** Twice its area: positive for a region, negative around the outside of lines that hang together. */
  readonly doubleArea: number
  /** Which of the lines hang together. */
  readonly group: number
}

/**
 * The smallest closed region around a point, along whatever lines enclose it: lines are cut where they meet,
 * and the faces of what results are walked around. Null where nothing encloses the point.
 */
export function regionAround(pieces: readonly Piece[], p: Point, gapMm = GAP_MM): Region | null {
  const faces = facesOf(waysOf(cutAll(pieces), gapMm))
  const around = faces.filter((face) => face.doubleArea > SAME_MM && isInside(face.ring, p))
  const region = around.sort((a, b) => a.doubleArea - b.doubleArea)[0]
  if (!region) return null
  const within = faces.filter(
    ({ doubleArea, group, ring }) =>
      doubleArea < -SAME_MM && group !== region.group && ring[0] && isInside(region.ring, ring[0]),
  )
  const hosts = hostsOf(within.map(({ ring }) => ring))
  const islands = within.filter((_, i) => hosts[i]! < 0)
  const closed = (face: Face): Chain => ({ pieces: face.pieces, closed: true })
  return { outline: closed(region), islands: islands.map(closed) }
}

/**
 * The outlines of the smallest closed regions around many points at once, in their order; null where nothing encloses one.
 * As {@link regionAround} for each, but lines are cut once.
 */
export function outlinesAround(pieces: readonly Piece[], points: readonly Point[], gapMm = GAP_MM): (Chain | null)[] {
  const faces = facesOf(waysOf(cutAll(pieces), gapMm)).filter(({ doubleArea }) => doubleArea > SAME_MM)
  const index = new BoxIndex(faces.map(({ ring }) => boxOf(ring)))
  return points.map((p) => {
    const around = index
      .near(boxOf([p]), 0)
      .map((i) => faces[i]!)
      .filter(({ ring }) => isInside(ring, p))
    const [face] = around.sort((a, b) => a.doubleArea - b.doubleArea)
    return face ? { pieces: face.pieces, closed: true } : null
  })
}

function facesOf(ways: readonly Way[]): Face[] {
  const atNode = new Map<number, number[]>()
  ways.forEach(({ from }, i) => {
    const list = atNode.get(from)
    if (list) list.push(i)
    else atNode.set(from, [i])
  })
  for (const list of atNode.values()) list.sort((a, b) => ways[a]!.leaves - ways[b]!.leaves)
  const groups = groupsOf(ways, atNode)
  const used = new Set<number>()
  return ways.flatMap((way, i) => {
    const pieces = used.has(i) ? null : walk(ways, atNode, i, used)
    if (!pieces) return []
    const ring = pieces.flatMap((piece) => flatten(piece, lengthOf(piece) / 200).slice(0, -1))
    return [{ pieces, ring, doubleArea: doubleArea(ring), group: groups.get(way.from)! }]
  })
}

/** Which lines hang together, by the nodes where they meet. */
function groupsOf(ways: readonly Way[], atNode: ReadonlyMap<number, number[]>): Map<number, number> {
  const groups = new Map<number, number>()
  for (const start of atNode.keys()) {
    const open = groups.has(start) ? [] : [start]
    for (let node = open.pop(); node !== undefined; node = open.pop()) {
      if (groups.has(node)) continue
      groups.set(node, start)
      for (const way of atNode.get(node)!) open.push(ways[way]!.to)
    }
  }
  return groups
}

function cutAll(pieces: readonly Piece[]): Piece[] {
  const index = new PieceIndex(pieces)
  return pieces.flatMap((piece, i) => {
    const cuts = new Set([0, 1])
    // A whole circle without crossings still needs a second node.
    if (isWhole(piece)) cuts.add(0.5)
    for (const j of index.near(boxOfPiece(piece), SAME_MM))
      if (i !== j) for (const { t } of meetings(piece, pieces[j]!)) cuts.add(t)
    return piecesBetweenCuts(piece, cuts)
  })
}

function waysOf(cut: readonly Piece[], gapMm: number): Way[] {
  let count = 0
  const nodes = new PointGrid<{ at: Point; node: number }>(gapMm)
  const nodeAt = (at: Point): number => {
    const known = nodes.near(at).find((each) => distance(each.at, at) <= gapMm)
    if (known) return known.node
    nodes.add(at, { at, node: count })
    return count++
  }
  const ways: Way[] = []
  for (const piece of cut) {
    const [from, to] = [nodeAt(startOf(piece)), nodeAt(endOf(piece))]
    if (from === to && lengthOf(piece) < 2 * gapMm) continue
    const back = reversed(piece)
    ways.push({ piece, from, to, leaves: leaving(piece), back: ways.length + 1 })
    ways.push({ piece: back, from: to, to: from, leaves: leaving(back), back: ways.length - 1 })
  }
  return ways
}

/** Seen a little way along, so that arcs that touch at the node are told apart. */
function leaving(piece: Piece): number {
  const direction = subtract(placeAt(piece, 0.01), startOf(piece))
  return angleOf(direction.x === 0 && direction.y === 0 ? directionAt(piece, 0) : direction)
}

/** Follows the face to the left of a way. */
function walk(
  ways: readonly Way[],
  atNode: ReadonlyMap<number, number[]>,
  start: number,
  used: Set<number>,
): Piece[] | null {
  const face: Piece[] = []
  let at = start
  do {
    if (used.has(at)) return null
    used.add(at)
    const way = ways[at]!
    face.push(way.piece)
    const around = atNode.get(way.to)!
    // Keeping the face at the left hand, the next way is the one before the way back, anticlockwise.
    at = around[(around.indexOf(way.back) + around.length - 1) % around.length]!
  } while (at !== start)
  return face
}
