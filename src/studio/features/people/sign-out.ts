import { authClient } from '@/studio/state/auth-client'

/** Ends the session of this browser; the whole page is loaded anew, so that nothing of it is left. */
export async function signOut(): Promise<void> {
  await authClient.signOut()
  window.location.assign('/sign-in')
}
