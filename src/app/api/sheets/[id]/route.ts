import { setResolution } from '@/server/sources'
import { answer, check } from '../../answer'
import { bodyOf } from '../../body'
import { type IdContext, idParams } from '../../fields'
import { resolutionBody } from '../../taken'

/** Overrules the resolution of a page that is an image. */
export const PATCH = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { dpi } = await bodyOf(request, resolutionBody)
    return setResolution(id, dpi)
  })
