import { personOf } from '@/server/people/standing'
import { endToken } from '@/server/people/tokens'
import { door } from '../../door'

/** Ends a token. */
export const DELETE = door('own-account', null, async ({ id, by }) => endToken({ userId: personOf(by)! }, id))
