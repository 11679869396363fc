import { signingIn } from '@/server/people/signing-in'
import { door } from '../../door'

/** Signing in and out, sessions, second factors, organisations: what better-auth answers. */
export const GET = door('anyone', null, async ({ request }) => signingIn(request))

export const POST = door('anyone', null, async ({ request }) => signingIn(request))
