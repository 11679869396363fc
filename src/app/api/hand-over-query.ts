import { choiceFields, type HandOverChoice, handOverChoiceSchema } from '@/core/formats/making'
import { check } from './answer'

/** What of a project is handed over, from a query. */
export const choiceOf = (request: Request): Promise<HandOverChoice> =>
  check(choiceFields(Object.fromEntries(new URL(request.url).searchParams)), handOverChoiceSchema)
