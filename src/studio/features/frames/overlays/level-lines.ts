import { type Overlay, Z } from '@/studio/kernel/overlay'
import { paintLevelLines, planeLookedAt } from '@/studio/painters/plane'

/** On a work plane: how high the levels lie. */
export const levelLines: Overlay = {
  name: 'level-lines',
  z: Z.beneath,
  of: 'tracing',
  paint: (canvas, view, { context: { plan } }) => {
    if (planeLookedAt(plan)) paintLevelLines(canvas, view, plan)
  },
}
