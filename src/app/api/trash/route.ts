import { listTrash } from '@/server/projects'
import { answer } from '../answer'

export const dynamic = 'force-dynamic'

/** Projects in the trash, each with when it goes for good. */
export const GET = () => answer(listTrash)
