import { revolution, type Shape3D } from 'replicad'
import { directionIn, placeIn } from '../../../geometry/space'
import { subtract, unit } from '../../../geometry/vector'
import type { Revolve } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { areasOf } from '../../profile'
import { straightLine } from '../../straight'
import { faceOf, triple } from '../edges'
import { adding, cutting, StepError, type StepKind, whole } from './step'

/** Turns a profile about a line. */
export const revolve: StepKind<Revolve> = {
  needs: ({ profile, axis }) => [...profile, axis],
  onlyCuts: ({ away }) => away === true,
  bodies: ({ profile, axis, angleDeg, away }, solid, { records }) => {
    if (away) whole(solid)
    const { areas, viewId } = areasOf(profile, records)
    const line = straightLine(axis, viewId, records)
    const along = unit(subtract(line.end, line.start))
    if (!along) throw new StepError('The line that it is turned about has no length.')
    const frame = frameOf(viewId, records)
    const from = triple(placeIn(frame, line.start, 0))
    const turned = areas.map(
      (area): Shape3D => revolution(faceOf(area, frame, 0), from, triple(directionIn(frame, along)), angleDeg),
    )
    return away ? cutting(turned) : adding(turned)
  },
}
