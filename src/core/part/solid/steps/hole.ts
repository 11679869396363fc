import { assembleWire, makeCylinder, makeFace, makeLine, revolution, type Shape3D } from 'replicad'
import { add3, type Frame, placeIn, scale3, type Vector3 } from '../../../geometry/space'
import type { Point } from '../../../geometry/vector'
import type { Head, Hole } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { placesOf } from '../../holes'
import { triple } from '../edges'
import { BEYOND_MM, cutting, reachAlong, StepError, type StepKind, whole } from './step'

/** The point of a usual twist drill, from side to side (ISO 5419). */
const DRILL_POINT_DEG = 118

/**
 * Half the section of what a drill and its countersink take away: x from the axis, y how deep.
 * @param throughMm how deep a hole through is taken
 */
function drilledOutline({ diameterMm, depthMm, head }: Hole, throughMm: number): Point[] {
  const radius = diameterMm / 2
  const tip = depthMm === undefined ? 0 : radius / Math.tan((DRILL_POINT_DEG * Math.PI) / 360)
  const full = depthMm ?? throughMm
  return [{ x: 0, y: -BEYOND_MM }, ...mouthOf(head, radius), { x: radius, y: full }, { x: 0, y: full + tip }]
}

/** From where the tool enters to where the hole has its own diameter. */
function mouthOf(head: Head | undefined, radius: number): Point[] {
  if (!head || head.diameterMm / 2 <= radius) return [{ x: radius, y: -BEYOND_MM }]
  const wide = head.diameterMm / 2
  if (head.kind === 'counterbore') {
    const deep = head.depthMm ?? radius
    return [
      { x: wide, y: -BEYOND_MM },
      { x: wide, y: deep },
      { x: radius, y: deep },
    ]
  }
  const deep = (wide - radius) / Math.tan(((head.angleDeg ?? 90) * Math.PI) / 360)
  return [
    { x: wide, y: -BEYOND_MM },
    { x: wide, y: 0 },
    { x: radius, y: deep },
  ]
}

/** Drills holes that are alike. */
export const hole: StepKind<Hole> = {
  needs: ({ viewId, circles = [] }) => [viewId, ...circles],
  onlyCuts: () => true,
  bodies: (step, solid, { records }) => {
    if (!records.has(step.viewId)) throw new StepError('The view that it was placed on is gone.')
    const frame = frameOf(step.viewId, records)
    const { fromMm, toMm } = reachAlong(whole(solid), frame.out)
    const throughMm = toMm - fromMm + BEYOND_MM
    const places = placesOf(step, records)
    if (places.length === 0) throw new StepError('The circles that it was drilled in are gone.')
    return cutting(places.map((at) => toolAt(step, placeIn(frame, at, toMm), frame, throughMm)))
  },
}

/** What makes one hole. @param mouth where its axis enters */
function toolAt(step: Hole, mouth: Vector3, frame: Frame, throughMm: number): Shape3D {
  const { diameterMm, depthMm, head } = step
  // A cylinder is made in a fraction of the time of what is turned.
  if (depthMm === undefined && !head) {
    const above = add3(mouth, scale3(frame.out, BEYOND_MM))
    return makeCylinder(diameterMm / 2, throughMm + BEYOND_MM, triple(above), triple(scale3(frame.out, -1)))
  }
  const outline = drilledOutline(step, throughMm)
  const put = ({ x, y }: Point) => triple(add3(mouth, add3(scale3(frame.right, x), scale3(frame.out, -y))))
  const wire = assembleWire(outline.map((p, i) => makeLine(put(p), put(outline[(i + 1) % outline.length]!))))
  return revolution(makeFace(wire), triple(mouth), triple(frame.out), 360)
}
