import { number, object, string } from 'yup'
import type { HandOverChoice } from '@/core/formats/making'
import { PAPERS, type PaperName } from '@/core/formats/svg/paper'
import { idSchema } from '@/core/model/fields'
import { check } from './answer'

/** What of a project is handed over, and how it is laid on paper. */
export const choiceSchema = object({
  level: idSchema.optional(),
  plane: string().max(100).optional(),
  part: string().max(100).optional(),
  face: string().max(100).optional(),
  paper: string<PaperName>()
    .oneOf(Object.keys(PAPERS) as PaperName[], `There are the papers ${Object.keys(PAPERS).join(', ')}.`)
    .optional(),
  scale: number().typeError('A scale is a number: 100 for 1:100.').positive().max(1e6).optional(),
})

/** The same from a query, in which everything is text. */
export async function choiceOf(request: Request): Promise<HandOverChoice> {
  const { scale, ...rest } = Object.fromEntries(new URL(request.url).searchParams)
  return check({ ...rest, ...(scale && { scale: Number(scale) }) }, choiceSchema)
}
