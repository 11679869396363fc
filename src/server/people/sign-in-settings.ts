/** How people prove who they are, as whoever runs Calque set it. */

/** Whether everybody must sign in (`CALQUE_SIGN_IN=on`); else there is one person, who may do everything. */
export const isSignInOn = (): boolean => process.env.CALQUE_SIGN_IN === 'on'

/** Names beside those of this machine under which Calque is reached (`CALQUE_HOSTS`). */
export const ownHosts = (): string[] =>
  `${process.env.CALQUE_HOSTS ?? ''} ${process.env.CALQUE_LISTEN ?? ''}`.split(/[\s,]+/).filter(Boolean)

/** The address that letters lead to (`CALQUE_URL`), where it is not the one at which somebody asks. */
export const publicUrl = (): string | null => process.env.CALQUE_URL?.replace(/\/+$/, '') || null

/** Whether cookies go only over TLS. */
export const isHttps = (): boolean => publicUrl()?.startsWith('https:') ?? false

/** Where Calque is reached by whoever asks: its names were checked at the door. */
export const originOf = (headers: Headers): string => publicUrl() ?? `http://${headers.get('host')}`

/** Where the organisation has a sign-in of its own, by OpenID Connect. */
export interface OfficeSignIn {
  readonly issuer: string
  readonly clientId: string
  readonly clientSecret: string
  /** What stands on the button. */
  readonly name: string
}

export function officeSignIn(): OfficeSignIn | null {
  const { CALQUE_OIDC_ISSUER: issuer, CALQUE_OIDC_CLIENT_ID: clientId, CALQUE_OIDC_CLIENT_SECRET } = process.env
  if (!issuer || !clientId || !CALQUE_OIDC_CLIENT_SECRET) return null
  return {
    issuer: issuer.replace(/\/+$/, ''),
    clientId,
    clientSecret: CALQUE_OIDC_CLIENT_SECRET,
    name: process.env.CALQUE_OIDC_NAME || 'your organisation',
  }
}
