import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { liftCard, regionOptions } from './options'
import { liftPreview } from './overlays/preview'
import { liftRegion } from './tools/lift-region'

export { beginLift } from './apply'

const LiftCard = lazily(() => import('./LiftCard').then((module) => module.LiftCard))

/** Lines of sheets become lines of the drawing. */
export const lift: Feature = {
  name: 'lift',
  tools: [liftRegion],
  options: [regionOptions],
  cards: [{ token: liftCard, Content: LiftCard }],
  overlays: [liftPreview],
}
