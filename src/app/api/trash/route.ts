import { listTrash } from '@/server/projects'
import { door } from '../door'

export const dynamic = 'force-dynamic'

/** Projects in the trash, each with when it goes for good. */
export const GET = door('list-projects', null, async ({ by }) => listTrash(by))
