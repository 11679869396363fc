import { basicFaceExtrusion, type Shape3D, Vector } from 'replicad'
import { scale3 } from '../../../geometry/space'
import type { Raise } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { areasOf } from '../../profile'
import { faceOf, triple } from '../edges'
import { adding, reachAlong, type StepKind } from './step'

/** Adds material over a profile. */
export const raise: StepKind<Raise> = {
  needs: ({ profile }) => profile,
  onlyCuts: () => false,
  bodies: ({ profile, heightMm, fromMm }, solid, { records }) => {
    const { areas, viewId } = areasOf(profile, records)
    const frame = frameOf(viewId, records)
    const from = fromMm ?? (solid ? reachAlong(solid, frame.out).toMm : 0)
    const high = new Vector(triple(scale3(frame.out, heightMm)))
    return adding(areas.map((area): Shape3D => basicFaceExtrusion(faceOf(area, frame, from), high)))
  },
}
