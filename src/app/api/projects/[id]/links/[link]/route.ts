import { endLink } from '@/server/people/links'
import { door } from '../../../../door'

/** Ends a link: who came by it is let in no more. */
export const DELETE = door('manage', 'project', async ({ id, params }) => endLink(id, params.link!))
