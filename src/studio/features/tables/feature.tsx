import type { Feature } from '@/studio/kernel/feature'
import { lazily } from '@/studio/ui/lazily'

// A grid is much to load: the board comes first.
const TablesPanel = lazily(() => import('./TablesPanel').then((module) => module.TablesPanel))

/** Schedules and quantities. */
export const tables: Feature = {
  name: 'tables',
  panels: [
    { slot: 'beside-board', order: 30, when: ({ views }) => views === 'tables', Content: () => <TablesPanel /> },
  ],
}
