import type { Feature } from '@/studio/kernel/feature'
import { followReading } from './follow-reading'
import { layDownOptions } from './options'
import { PageWall } from './PageWall'
import { followPlacing } from './place-sheets'
import { place } from './tools/place'

export { ResolutionField } from './ResolutionField'
export { bringInFiles } from './uploads'

/** Files come in, and their pages onto the board. */
export const bringIn: Feature = {
  name: 'bring-in',
  tools: [place],
  options: [layDownOptions],
  panels: [{ slot: 'over-board', order: 20, when: ({ step }) => step === 'bring-in', Content: PageWall }],
  follows: [followPlacing, followReading],
}
