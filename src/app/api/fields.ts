import { number, object, string } from 'yup'
import { idSchema } from '@/core/model/fields'

export const idParams = object({ id: idSchema.required() })

/** A revision of a project. */
export const revisionField = () =>
  number()
    .integer()
    .min(0)
    .max(2 ** 31 - 1)

export const nameField = string()
  .trim()
  .min(1, 'A project needs a name.')
  .max(200, 'A name has at most 200 letters.')
  .required('A project needs a name.')

export interface IdContext {
  params: Promise<{ id: string }>
}
