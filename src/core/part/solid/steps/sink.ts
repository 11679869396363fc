import { basicFaceExtrusion, Vector } from 'replicad'
import { scale3 } from '../../../geometry/space'
import type { Sink } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { areasOf } from '../../profile'
import { faceOf, triple } from '../edges'
import { BEYOND_MM, reachAlong, type StepKind } from './step'

/** Takes material away beneath a profile. */
export const sink: StepKind<Sink> = {
  needs: ({ profile }) => profile,
  tools: ({ profile, depthMm }, solid, records) => {
    const { areas, viewId } = areasOf(profile, records)
    const frame = frameOf(viewId, records)
    const { fromMm, toMm } = reachAlong(solid, frame.out)
    const bottom = depthMm === undefined ? fromMm - BEYOND_MM : toMm - depthMm
    const deep = new Vector(triple(scale3(frame.out, toMm + BEYOND_MM - bottom)))
    return areas.map((area) => basicFaceExtrusion(faceOf(area, frame, bottom), deep))
  },
}
