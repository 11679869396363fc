import { array, object, string } from 'yup'
import { idSchema } from '@/core/model/fields'
import { prefer } from '@/server/sources'
import { answer, check } from '../../../answer'
import { bodyOf } from '../../../body'
import { type IdContext, idParams } from '../../../fields'

const preferBody = object({
  sheetIds: array(idSchema.required()).min(1).max(200).required(),
  what: string()
    .oneOf(['pictures', 'lines'] as const)
    .required(),
}).noUnknown()

/** Pages that are looked at, or wanted now, are read before the others. */
export const POST = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { sheetIds, what } = await bodyOf(request, preferBody)
    return prefer(id, sheetIds, what)
  })
