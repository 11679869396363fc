import { issuedFiles } from '@/server/issues'
import { attachment } from '../../../../../attachment'
import { door } from '../../../../../door'

/** The files of an issue as they were when it was made, in one ZIP. */
export const GET = door('hand-over', 'project', async ({ id, params }) => {
  const { hash, fileName } = await issuedFiles(id, params.issue!)
  return attachment(hash, 'application/zip', fileName)
})
