import {
  addHolesInFace,
  assembleWire,
  type Edge,
  type Face,
  makeBezierCurve,
  makeCircle,
  makeFace,
  makeLine,
  makeThreePointArc,
  type Wire,
} from 'replicad'
import type { Chain } from '../../draft/chain'
import type { Cubic } from '../../geometry/bezier'
import { type EllipseArc, endOf, isWhole, type Piece, placeAt, startOf } from '../../geometry/piece/piece'
import { type Frame, placeIn, type Vector3 } from '../../geometry/space'
import { add, type Point, scale } from '../../geometry/vector'
import type { Area } from '../profile'

/** A place or a direction as the kernel takes it. */
export const triple = ({ x, y, z }: Vector3): [number, number, number] => [x, y, z]

/** A place or a direction of the kernel as everybody else has it. */
export const vectorOf = ({ x, y, z }: Vector3): Vector3 => ({ x, y, z })

/** Ellipses become cubics of so many to the turn: they leave it by less than a millionth of its size. */
const CUBICS_A_TURN = 16

function cubicsOf({ center, u, v, fromRad, sweepRad }: EllipseArc): Cubic[] {
  const count = Math.max(1, Math.ceil((Math.abs(sweepRad) / (2 * Math.PI)) * CUBICS_A_TURN))
  const step = sweepRad / count
  const pull = (4 / 3) * Math.tan(step / 4)
  const at = (t: number): Point => add(center, add(scale(u, Math.cos(t)), scale(v, Math.sin(t))))
  const ahead = (t: number): Point => add(scale(u, -Math.sin(t)), scale(v, Math.cos(t)))
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [fromRad + i * step, fromRad + (i + 1) * step]
    return {
      start: at(from),
      pullStart: add(at(from), scale(ahead(from), pull)),
      pullEnd: add(at(to), scale(ahead(to), -pull)),
      end: at(to),
    }
  })
}

/** A piece of a line drawn on a view, so far out of it. */
function edgesOf(piece: Piece, frame: Frame, asideMm: number): Edge[] {
  const put = (p: Point) => triple(placeIn(frame, p, asideMm))
  const bent = ({ start, pullStart, pullEnd, end }: Cubic) => makeBezierCurve([start, pullStart, pullEnd, end].map(put))
  switch (piece.kind) {
    case 'segment':
      return [makeLine(put(startOf(piece)), put(endOf(piece)))]
    case 'arc':
      return isWhole(piece)
        ? [makeCircle(piece.radius, put(piece.center), triple(frame.out))]
        : [makeThreePointArc(put(startOf(piece)), put(placeAt(piece, 0.5)), put(endOf(piece)))]
    case 'cubic':
      return [bent(piece.curve)]
    case 'ellipse':
      return cubicsOf(piece).map(bent)
  }
}

const wireOf = ({ pieces }: Chain, frame: Frame, asideMm: number): Wire =>
  assembleWire(pieces.flatMap((piece) => edgesOf(piece, frame, asideMm)))

/** An area of a view, so far out of it. */
export const faceOf = ({ outline, holes }: Area, frame: Frame, asideMm: number): Face =>
  // This turns the holes' wires the way they have to run, however they were drawn.
  addHolesInFace(
    makeFace(wireOf(outline, frame, asideMm)),
    holes.map((hole) => wireOf(hole, frame, asideMm)),
  )
