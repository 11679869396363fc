import { type Chain, chainOf, ringChain } from '../../draft/chain'
import { type Affine, apply } from '../../geometry/affine'
import { segment } from '../../geometry/piece/piece'
import { dot3, type Frame, placeIn, pointSeen, seenFrom } from '../../geometry/space'
import { add, type Point, subtract } from '../../geometry/vector'
import { mappedRing, vertices, withVertex } from '../path/shape'
import type { ElementKind, Surroundings } from '../shape'
import { cornersOfPlate, frameOfPlate, outlineOfPlate } from './place'
import { type Plate, plateSchema } from './schema'

/** Corners on both of its faces as they are seen; the nearer face first. */
function facesSeen(plate: Plate, { records, frame }: Surroundings): readonly [Point[], Point[]] | null {
  const own = frameOfPlate(plate, records)
  if (!own) return null
  const corners = cornersOfPlate(plate)
  const face = (asideMm: number) => corners.map((p) => pointSeen(frame, placeIn(own, p, asideMm)))
  const half = plate.thicknessMm / 2
  return [face(half), face(-half)]
}

/** Whether a plate lies flat on the plane that is looked at. */
const liesFlat = (own: Frame, looked: Frame): boolean => Math.abs(dot3(own.out, looked.out)) > 0.9999

/** More corners than these are those of a curve: no edge is drawn from each. */
const MOST_EDGES = 12

function chainsSeen(plate: Plate, around: Surroundings): Chain[] {
  const own = frameOfPlate(plate, around.records)
  const faces = facesSeen(plate, around)
  if (!own || !faces) return []
  const [near, far] = faces
  if (liesFlat(own, around.frame)) return [ringChain(near)]
  const edges = near.length <= MOST_EDGES ? near.map((p, i) => chainOf([segment(p, far[i]!)])) : []
  return [ringChain(near), ringChain(far), ...edges]
}

/** A move of the board as a move of the plate's own plane; nothing at the end of a member, which it goes with. */
function inOwnPlane(
  plate: Plate,
  move: (p: Point) => Point,
  { records, frame }: Surroundings,
): ((p: Point) => Point) | null {
  const own = frameOfPlate(plate, records)
  if (!own || plate.on) return null
  return (p) => {
    const at = seenFrom(frame, placeIn(own, p))
    return pointSeen(own, placeIn(frame, move(at), at.asideMm))
  }
}

export const plateShape: ElementKind<Plate> = {
  dxfLayer: () => 'S-PLAT',
  printGroup: 'Members',
  schema: plateSchema,
  word: 'plate',
  pen: { color: '#2b4a55', line: 'full', weightMm: 0.3 },
  caught: true,
  line: false,
  depth: (plate, { records, frame }) => {
    const own = frameOfPlate(plate, records)
    if (!own) return null
    const half = plate.thicknessMm / 2
    const aside = cornersOfPlate(plate).flatMap((p) =>
      [half, -half].map((by) => seenFrom(frame, placeIn(own, p, by)).asideMm),
    )
    return { from: Math.min(...aside), to: Math.max(...aside) }
  },
  chains: chainsSeen,
  fills: (plate, around) => {
    const own = frameOfPlate(plate, around.records)
    return own && liesFlat(own, around.frame) ? chainsSeen(plate, around).slice(0, 1) : []
  },
  grips: (plate, { records, frame }) => {
    const own = frameOfPlate(plate, records)
    return own ? vertices(plate.ring).map((p) => pointSeen(frame, placeIn(own, p))) : []
  },
  withGrip: (plate, index, to, { records, frame }) => {
    const own = frameOfPlate(plate, records)
    if (!own) return plate
    const corner = vertices(plate.ring)[index]!
    const { asideMm } = seenFrom(frame, placeIn(own, corner))
    const at = pointSeen(own, placeIn(frame, to, asideMm))
    return { ...plate, ring: { ...plate.ring, xy: withVertex(plate.ring.xy, index, at) } }
  },
  mapped: (plate, map, around) => {
    if (!around) return plate.on ? plate : { ...plate, ring: mappedRing(plate.ring, map) }
    const move = inOwnPlane(plate, (p) => apply(map, p), around)
    if (!move) return plate
    return { ...plate, ring: mappedRing(plate.ring, affineOf(move)) }
  },
  renamed: (plate, idOf) => {
    const { copyOf: _, ...own } = plate
    return plate.on ? { ...own, on: { ...plate.on, to: idOf(plate.on.to) } } : own
  },
  needs: ({ levelId, on }) => [levelId, ...(on ? [on.to] : [])],
}

/** A move that keeps straight lines straight, from where it takes three places. */
function affineOf(move: (p: Point) => Point): Affine {
  const zero = move({ x: 0, y: 0 })
  const [right, up] = [subtract(move({ x: 1, y: 0 }), zero), subtract(move({ x: 0, y: 1 }), zero)]
  return [right.x, right.y, up.x, up.y, zero.x, zero.y]
}

/** The middle of a plate's box, where a group of bolts is put first. */
export function middleOfPlate(plate: Plate): Point {
  const points = outlineOfPlate(plate).pieces.flatMap((piece) =>
    piece.kind === 'segment' ? [piece.start] : [piece.kind === 'arc' ? piece.center : { x: 0, y: 0 }],
  )
  const sum = points.reduce(add, { x: 0, y: 0 })
  return { x: sum.x / points.length, y: sum.y / points.length }
}
