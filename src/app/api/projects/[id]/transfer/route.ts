import { transferProject } from '@/server/people/transfer'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { transferBody } from '../../../taken'

/** Gives the project to another organisation, to which whoever asks belongs. */
export const POST = door('manage', 'project', async ({ id, request, by }) =>
  transferProject(id, (await bodyOf(request, transferBody)).organizationId, by),
)
