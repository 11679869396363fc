import type { Feature } from '@/studio/kernel/feature'
import type { Findable } from '@/studio/kernel/find'
import { lazily } from '@/studio/ui/lazily'
import { CHAPTERS } from './chapters'
import { beginGuide } from './guide-state'

export { CHAPTERS, type Chapter } from './chapters'

const Guide = lazily(() => import('./Guide').then((module) => module.Guide))

const manual = (chapter = ''): void => void window.open(`/help${chapter && `#${chapter}`}`, '_blank', 'noopener')

const chaptersToFind = (): Findable[] =>
  CHAPTERS.map(({ id, title, also }) => ({
    id: `help ${id}`,
    word: title,
    about: 'manual',
    also,
    run: () => manual(id),
  }))

/** A short guided job for somebody who is new. */
export const guide: Feature = {
  name: 'guide',
  panels: [{ slot: 'over-board', order: 60, Content: Guide }],
  finds: { things: chaptersToFind },
  commands: [
    {
      name: 'guided-job',
      word: 'Guided job',
      also: ['tutorial', 'help', 'learn', 'first steps', 'introduction'],
      keys: [],
      does: 'from a sheet to a model, step by step',
      run: beginGuide,
    },
    {
      name: 'manual',
      word: 'Manual',
      also: ['help', 'documentation'],
      keys: [],
      does: 'how each step is done, and what every tool does',
      run: () => manual(),
    },
  ],
}
