import { issueFile } from '@/server/issues'
import { door } from '../../../../../door'

/** The files of an issue as they were when it was made, in one ZIP. */
export const GET = door('hand-over', 'project', async ({ id, params }) => issueFile(id, params.issue!))
