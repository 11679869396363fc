import dynamic from 'next/dynamic'
import type { Feature } from '@/studio/kernel/feature'

// A grid is much to load: the board comes first.
const TablesPanel = dynamic(() => import('./TablesPanel').then(({ TablesPanel: component }) => component), {
  ssr: false,
})

/** Schedules and quantities. */
export const tables: Feature = {
  name: 'tables',
  panels: [
    { slot: 'beside-board', order: 30, when: ({ views }) => views === 'tables', Content: () => <TablesPanel /> },
  ],
}
