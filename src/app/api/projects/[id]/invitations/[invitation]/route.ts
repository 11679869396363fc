import { takeBackInvitation } from '@/server/people/project-people'
import { door } from '../../../../door'

/** Takes an invitation back. */
export const DELETE = door('manage', 'project', async ({ id, params }) => takeBackInvitation(id, params.invitation!))
