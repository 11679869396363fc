import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'
import { pagesByText } from './find'
import { followReading } from './follow-reading'
import { layDownOptions } from './options'
import { followPlacing } from './place-sheets'
import { place } from './tools/place'

export { ResolutionField } from './ResolutionField'
export { bringInFiles } from './uploads'

const PageWall = lazily(() => import('./PageWall').then((module) => module.PageWall))

/** Files come in, and their pages onto the board. */
export const bringIn: Feature = {
  name: 'bring-in',
  tools: [place],
  options: [layDownOptions],
  panels: [{ slot: 'over-board', order: 20, when: ({ step }) => step === 'bring-in', Content: PageWall }],
  finds: { ask: pagesByText },
  follows: [followPlacing, followReading],
}
