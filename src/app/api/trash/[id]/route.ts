import { removeForGood } from '@/server/projects'
import { door } from '../../door'

/** Removes a project of the trash for good. */
export const DELETE = door('manage', 'project', async ({ id }) => removeForGood(id))
