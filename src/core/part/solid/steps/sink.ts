import { basicFaceExtrusion, type Shape3D, Vector } from 'replicad'
import { scale3 } from '../../../geometry/space'
import type { Sink } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { areasOf } from '../../profile'
import { faceOf, triple } from '../edges'
import { BEYOND_MM, reachAlong, StepError, type StepKind } from './step'

/** Takes material away beneath a profile. */
export const sink: StepKind<Sink> = {
  word: ({ depthMm }) => (depthMm === undefined ? 'Cut through' : 'Sunken'),
  needs: ({ profile }) => profile,
  build: ({ profile, depthMm }, solid, records) => {
    if (!solid) throw new StepError('There is nothing yet that it could be cut from.')
    const { areas, viewId } = areasOf(profile, records)
    const frame = frameOf(viewId, records)
    const { fromMm, toMm } = reachAlong(solid, frame.out)
    const bottom = depthMm === undefined ? fromMm - BEYOND_MM : toMm - depthMm
    const deep = new Vector(triple(scale3(frame.out, toMm + BEYOND_MM - bottom)))
    return areas.reduce<Shape3D>((rest, area) => rest.cut(basicFaceExtrusion(faceOf(area, frame, bottom), deep)), solid)
  },
}
