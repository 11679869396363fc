import { takeReading } from '@/server/readings'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'
import { readingBody } from '../../../taken'

/** A length from a distance meter, as it writes it: `5.210 m`. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { length, note = '' } = await bodyOf(request, readingBody)
    return Response.json(await takeReading(id, length, note), { status: 201 })
  })
