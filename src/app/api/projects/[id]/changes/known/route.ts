import { knownChanges } from '@/server/changes'
import { bodyOf } from '../../../../body'
import { door } from '../../../../door'
import { knownBody } from '../../../../taken'

/** Which of some changes, by their ids, are kept: each with its revision. */
export const POST = door('look', 'project', async ({ id, request }) =>
  knownChanges(id, (await bodyOf(request, knownBody)).ids),
)
