import { seenAs } from '@/server/people/me'
import { door } from '../door'

export const dynamic = 'force-dynamic'

/** As who somebody is seen, and how one signs in here. */
export const GET = door('say-who', null, async ({ by }) => seenAs(by))
