import { administration } from '@/server/people/administration'
import { door } from '../door'

export const dynamic = 'force-dynamic'

/** How much there is, who works here, what waits and what failed. */
export const GET = door('administer', null, administration)
