import { listLetters } from '@/server/people/letters'
import { door } from '../door'

export const dynamic = 'force-dynamic'

/** What Calque sent, where no mail server is set. */
export const GET = door('administer', null, listLetters)
