import { takeRemarks } from '@/server/remarks'
import { answer, check } from '../../../answer'
import { bytesOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'

const LIMIT_MB = 64

/** Remarks from another program: a BCF as the body of the request. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    return takeRemarks(id, await bytesOf(request, LIMIT_MB, 'The file of remarks'))
  })
