import { health } from '@/server/health'
import { answer } from '../answer'

export const dynamic = 'force-dynamic'

/** Whether server and database answer, and how it stands with the readers. */
export const GET = () => answer(health)
