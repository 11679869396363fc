import { unlockSource } from '@/server/sources'
import { bodyOf } from '../../../body'
import { door } from '../../../door'
import { passwordBody } from '../../../taken'

export const POST = door('edit', 'source', async ({ id, request }) =>
  unlockSource(id, (await bodyOf(request, passwordBody)).password),
)
