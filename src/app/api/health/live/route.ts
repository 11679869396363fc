import { door } from '../../door'

export const dynamic = 'force-dynamic'

/** Whether the server lives, whatever it needs besides. */
export const GET = door('anyone', null, async () => ({ status: 'live' }))
