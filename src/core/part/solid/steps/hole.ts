import { assembleWire, makeFace, makeLine, revolution, type Shape3D } from 'replicad'
import { add3, placeIn, scale3 } from '../../../geometry/space'
import type { Point } from '../../../geometry/vector'
import type { Head, Hole } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { triple } from '../edges'
import { BEYOND_MM, reachAlong, StepError, type StepKind } from './step'

/** The point of a usual twist drill, from side to side (ISO 5419). */
const DRILL_POINT_DEG = 118

/**
 * Half the section of what a drill and its countersink take away: x from the axis, y how deep.
 * @param throughMm how deep a hole through is taken
 */
export function drilledOutline({ diameterMm, depthMm, head }: Hole, throughMm: number): Point[] {
  const radius = diameterMm / 2
  const tip = depthMm === undefined ? 0 : radius / Math.tan((DRILL_POINT_DEG * Math.PI) / 360)
  const full = depthMm ?? throughMm
  return [
    { x: 0, y: -BEYOND_MM },
    ...mouthOf(head, radius),
    { x: radius, y: full },
    ...(tip > 0 ? [{ x: 0, y: full + tip }] : [{ x: 0, y: full }]),
  ]
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
  word: ({ thread, head }) =>
    thread
      ? `Tapped ${thread}`
      : head
        ? `Hole, ${head.kind === 'counterbore' ? 'counterbored' : 'countersunk'}`
        : 'Hole',
  needs: ({ viewId }) => [viewId],
  build: (step, solid, records) => {
    if (!solid) throw new StepError('There is nothing yet that it could be drilled into.')
    if (!records.has(step.viewId)) throw new StepError('The view that it was placed on is gone.')
    const frame = frameOf(step.viewId, records)
    const { fromMm, toMm } = reachAlong(solid, frame.out)
    const outline = drilledOutline(step, toMm - fromMm + BEYOND_MM)
    return step.places.reduce<Shape3D>((rest, at) => {
      const mouth = placeIn(frame, at, toMm)
      const put = ({ x, y }: Point) => triple(add3(mouth, add3(scale3(frame.right, x), scale3(frame.out, -y))))
      const wire = assembleWire(outline.map((p, i) => makeLine(put(p), put(outline[(i + 1) % outline.length]!))))
      return rest.cut(revolution(makeFace(wire), triple(mouth), triple(frame.out), 360))
    }, solid)
  },
}
