import { organizationClient, twoFactorClient } from 'better-auth/client/plugins'
import { createAuthClient } from 'better-auth/react'

/** Signing in and out, sessions, second factors and organisations, as better-auth's own client asks for them. */
export const authClient = createAuthClient({
  plugins: [organizationClient(), twoFactorClient()],
})
