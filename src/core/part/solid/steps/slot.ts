import type { Slot } from '../../../model/part/steps'
import { frameOf } from '../../../model/work-plane/frame'
import { slotsAlong } from '../../slots'
import { sunkenUnder } from './sink'
import { cutting, type StepKind, whole } from './step'

/** Cuts slots along lines. */
export const slot: StepKind<Slot> = {
  needs: ({ profile }) => profile,
  onlyCuts: () => true,
  bodies: ({ profile, widthMm, depthMm }, solid, { records }) => {
    const { slots, viewId } = slotsAlong(profile, widthMm, records)
    const areas = slots.map((outline) => ({ outline, holes: [] }))
    return cutting(sunkenUnder(areas, frameOf(viewId, records), depthMm, whole(solid)))
  },
}
