import { health } from '@/server/health'
import { door } from '../door'

export const dynamic = 'force-dynamic'

/** Whether server and database answer, and how it stands with the readers. */
export const GET = door('anyone', null, health)
