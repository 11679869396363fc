import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel } from '@/studio/kernel/panel'
import { ask } from '@/studio/state/dialogs'
import { lazily } from '@/studio/ui/lazily'
import { libraryDialog } from './options'

const LibraryDialog = lazily(() => import('./LibraryDialog').then((module) => module.LibraryDialog))
export const LibraryLine = lazily(() => import('./LibraryLine').then((module) => module.LibraryLine))

/** What is kept beside all projects: symbols, types, sections and price books, with their versions. */
export const library: Feature = {
  name: 'library',
  dialogs: [dialogPanel(libraryDialog, LibraryDialog)],
  commands: [
    {
      name: 'library',
      word: 'Library',
      also: ['catalogue', 'standard', 'template', 'share', 'reuse', 'type', 'section', 'price book', 'symbol', 'block'],
      keys: [],
      does: 'take symbols, types, sections and price books that are kept for every project',
      when: ({ may }) => may.has('edit'),
      run: () => void ask(libraryDialog, null),
    },
  ],
}
