import type { Feature } from '@/studio/kernel/feature'
import { showCard } from '@/studio/state/bench'
import { lazily } from '@/studio/ui/lazily'
import { remarksCard } from './card'
import { remarksToFind } from './find'
import { remarkOptions } from './options'
import { markUpOverlay } from './overlays/mark-up'
import { pinsOverlay } from './overlays/pins'
import { markUp } from './tools/mark-up'
import { remark } from './tools/remark'

export { remarksCard } from './card'
export { pinRemarks } from './edit'

const RemarksCard = lazily(() => import('./RemarksCard').then((module) => module.RemarksCard))

/** What people say of places of the project. It is no part of what is traced. */
export const remarks: Feature = {
  name: 'remarks',
  tools: [remark, markUp],
  options: [remarkOptions],
  cards: [{ token: remarksCard, Content: RemarksCard }],
  overlays: [markUpOverlay, pinsOverlay],
  finds: { things: remarksToFind },
  commands: [
    {
      name: 'remarks',
      word: 'Remarks',
      also: ['comments', 'issues', 'BCF', 'review'],
      keys: [],
      does: 'show all remarks',
      run: () => showCard(remarksCard),
    },
  ],
}
