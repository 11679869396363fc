import { removeIssue } from '@/server/issues'
import { door } from '../../../../door'

/** Takes an issue back, with its files. */
export const DELETE = door('manage', 'project', async ({ id, params }) => removeIssue(id, params.issue!))
