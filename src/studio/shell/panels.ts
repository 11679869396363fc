import { isBuildingElement } from '@/core/model/building-shapes'
import { PANELS } from '@/studio/features/registry'
import type { Panel } from '@/studio/kernel/panel'
import { areAll, hasOwnCard } from '@/studio/tooling/picked'
import { lazily } from '@/studio/ui/lazily'

const PickedElement = lazily(() => import('./PickedElement').then((module) => module.PickedElement))
const TraceCard = lazily(() => import('./TraceCard').then((module) => module.TraceCard))

/** Everything that stands in the window: what features bring along, and what shows what several of them bring. */
export const ALL_PANELS: readonly Panel[] = [
  ...PANELS,
  { slot: 'card', order: 20, when: ({ step }) => step === 'trace', Content: TraceCard },
  {
    slot: 'trace',
    order: 30,
    // Walls and members have cards of their own: many are changed at once.
    when: ({ shapes, part }) =>
      part === null &&
      hasOwnCard(shapes) &&
      !areAll('wall', shapes) &&
      !areAll('member', shapes) &&
      shapes.every(isBuildingElement),
    opensCard: true,
    Content: PickedElement,
  },
]
