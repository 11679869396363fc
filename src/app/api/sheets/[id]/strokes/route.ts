import { askForStrokes } from '@/server/sources'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

/** Asks for the strokes of a page that is a picture; the project's sources say once they are traced. */
export const POST = (_: Request, { params }: IdContext) =>
  answer(async () => askForStrokes((await check(await params, idParams)).id))
