import { erasePerson, setAdministrator } from '@/server/people/administration'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { administratorBody } from '../../../taken'

/** Says who looks after this Calque. */
export const PATCH = door('administer', null, async ({ id, request }) =>
  setAdministrator(id, (await bodyOf(request, administratorBody)).administrator),
)

/** Erases a person: what they made stays, their name does not. */
export const DELETE = door('administer', null, async ({ id }) => erasePerson(id))
