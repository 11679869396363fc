import { takeReading } from '@/server/readings'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { readingBody } from '../../../taken'

/** A length from a distance meter, as it writes it: `5.210 m`. */
export const POST = door('send-lengths', 'project', async ({ id, request, by }) => {
  const { length, note = '' } = await bodyOf(request, readingBody)
  return Response.json(await takeReading(id, length, note, by), { status: 201 })
})
