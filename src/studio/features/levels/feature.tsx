import type { Feature } from '@/studio/kernel/feature'
import { LevelList } from './LevelList'

/** The storeys of the building. */
export const levels: Feature = {
  name: 'levels',
  panels: [{ slot: 'index', order: 10, Content: LevelList }],
}
