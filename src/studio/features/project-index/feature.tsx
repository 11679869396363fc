import type { Feature } from '@/studio/kernel/feature'
import { ProjectIndex } from './ProjectIndex'

/** The list of the project: its levels, planes and parts, with the sheets on them and what was traced. */
export const projectIndex: Feature = {
  name: 'project-index',
  panels: [{ slot: 'index', order: 10, Content: ProjectIndex }],
}
