import { restoreProject } from '@/server/projects'
import { door } from '../../../door'

/** Takes a project out of the trash again. */
export const POST = door('manage', 'project', async ({ id }) => restoreProject(id))
