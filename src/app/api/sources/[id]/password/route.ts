import { unlockSource } from '@/server/sources'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { passwordBody } from '../../../taken'

export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    await unlockSource(id, (await bodyOf(request, passwordBody)).password)
  })
