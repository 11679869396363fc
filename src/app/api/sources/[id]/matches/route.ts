import { matchRevision } from '@/server/sources'
import { door } from '../../../door'

/** Which of this file's pages take the place of those of the file that it supersedes. */
export const GET = door('look', 'source', async ({ id }) => matchRevision(id))
