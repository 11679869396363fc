import { endToken } from '@/server/people/tokens'
import { door } from '../../../../door'

/** Ends a token. */
export const DELETE = door('manage', 'project', async ({ id, params }) => endToken({ projectId: id }, params.token!))
