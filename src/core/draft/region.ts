import { overlaps } from '../geometry/box'
import { boxOfPiece, flatten, lengthOf, pieceBetween } from '../geometry/piece/measure'
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

/**
 * The smallest closed region around a point, along whatever lines enclose it: lines are cut where they meet,
 * and the faces of what results are walked around. Null where nothing encloses the point.
 */
export function regionAround(pieces: readonly Piece[], p: Point, gapMm = GAP_MM): Chain | null {
  const ways = waysOf(cutAll(pieces), gapMm)
  const atNode = new Map<number, number[]>()
  ways.forEach(({ from }, i) => {
    atNode.set(from, [...(atNode.get(from) ?? []), i])
  })
  for (const list of atNode.values()) list.sort((a, b) => ways[a]!.leaves - ways[b]!.leaves)
  const used = new Set<number>()
  let best: { pieces: Piece[]; area: number } | null = null
  for (let i = 0; i < ways.length; i++) {
    if (used.has(i)) continue
    const face = walk(ways, atNode, i, used)
    if (!face) continue
    const ring = face.flatMap((piece) => flatten(piece, lengthOf(piece) / 200).slice(0, -1))
    const area = doubleArea(ring)
    // Faces run anticlockwise; the outside of everything runs the other way.
    if (area > SAME_MM && isInside(ring, p) && (!best || area < best.area)) best = { pieces: face, area }
  }
  return best && { pieces: best.pieces, closed: true }
}

function cutAll(pieces: readonly Piece[]): Piece[] {
  const boxes = pieces.map(boxOfPiece)
  return pieces.flatMap((piece, i) => {
    const cuts = new Set([0, 1])
    // A whole circle without crossings still needs a second node.
    if (isWhole(piece)) cuts.add(0.5)
    pieces.forEach((other, j) => {
      if (i !== j && overlaps(boxes[i]!, boxes[j]!, SAME_MM)) for (const { t } of meetings(piece, other)) cuts.add(t)
    })
    const sorted = [...cuts].sort((a, b) => a - b)
    return sorted.slice(1).map((to, k) => pieceBetween(piece, sorted[k]!, to))
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
