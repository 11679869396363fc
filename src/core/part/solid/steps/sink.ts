import { basicFaceExtrusion, type Shape3D, Vector } from 'replicad'
import { type Frame, scale3 } from '../../../geometry/space'
import type { Sink } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { type Area, areasOf } from '../../profile'
import { faceOf, triple } from '../edges'
import { BEYOND_MM, cutting, reachAlong, type StepKind, whole } from './step'

/** Takes material away beneath a profile. */
export const sink: StepKind<Sink> = {
  needs: ({ profile }) => profile,
  onlyCuts: () => true,
  bodies: ({ profile, depthMm }, solid, { records }) => {
    const { areas, viewId } = areasOf(profile, records)
    return cutting(sunkenUnder(areas, frameOf(viewId, records), depthMm, whole(solid)))
  },
}

/** What lies beneath areas, from the outermost place of the part to a depth, or through. */
export function sunkenUnder(
  areas: readonly Area[],
  frame: Frame,
  depthMm: number | undefined,
  solid: Shape3D,
): Shape3D[] {
  const { fromMm, toMm } = reachAlong(solid, frame.out)
  const bottom = depthMm === undefined ? fromMm - BEYOND_MM : toMm - depthMm
  const deep = new Vector(triple(scale3(frame.out, toMm + BEYOND_MM - bottom)))
  return areas.map((area) => basicFaceExtrusion(faceOf(area, frame, bottom), deep))
}
