import { takeRemarks } from '@/server/remarks'
import { bytesOf } from '../../../body'
import { door } from '../../../door'

const LIMIT_MB = 64

/** Remarks from another program: a BCF as the body of the request. Words of others are taken in by whoever may edit. */
export const POST = door('remark', 'project', async ({ id, request, by, need }) =>
  takeRemarks(id, await bytesOf(request, LIMIT_MB, 'The file of remarks'), by, () => need('edit')),
)
