import { betterAuth } from 'better-auth'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { genericOAuth, organization as organisations, twoFactor as secondFactor } from 'better-auth/plugins'
import { database } from '../database/client'
import { account, invitation, member, organization, session, twoFactor, user, verification } from '../database/people'
import { FIRST_ORGANISATION } from '../database/schema'
import { processWide } from '../process-wide'
import { sendLetter } from './letters'
import { keyFor } from './secret'
import { isHttps, officeSignIn, originOf, ownHosts, publicUrl } from './sign-in-settings'

export const OFFICE_PROVIDER = 'office'

const HOUR_S = 3600

/** better-auth over our database: passwords and sessions by its defaults, accounts only by invitation (see join.ts). */
function make() {
  const office = officeSignIn()
  const url = publicUrl()
  return betterAuth({
    appName: 'Calque',
    secret: keyFor('sign-in'),
    baseURL: url ?? {
      allowedHosts: ['127.0.0.1', 'localhost', ...ownHosts()].flatMap((host) => [host, `${host}:*`]),
      protocol: 'http',
    },
    telemetry: { enabled: false },
    database: drizzleAdapter(database(), {
      provider: 'pg',
      schema: { user, session, account, verification, twoFactor, organization, member, invitation },
      transaction: true,
    }),
    user: {
      additionalFields: { administrator: { type: 'boolean', required: false, defaultValue: false, input: false } },
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user: { email, name }, url: link }) =>
        sendLetter({
          to: email,
          subject: 'A new password for Calque',
          text: `${name}, somebody asked for a new password for your account. If it was you, set it here within an hour:\n\n${link}\n\nIf it was not you, do nothing: your password stays as it is.`,
        }),
    },
    // Counted by our own limits, which hold for every process and also for what is not better-auth’s.
    rateLimit: { enabled: false },
    session: { expiresIn: 14 * 24 * HOUR_S, updateAge: 24 * HOUR_S },
    advanced: { cookiePrefix: 'calque', useSecureCookies: isHttps() },
    plugins: [
      organisations({
        // Whoever looks after a Calque says which organisations there are.
        allowUserToCreateOrganization: (asking) => (asking as { administrator?: boolean }).administrator === true,
        creatorRole: 'owner',
        disableOrganizationDeletion: true,
        invitationExpiresIn: 7 * 24 * HOUR_S,
        sendInvitationEmail: async ({ id, email, organization: { name }, inviter }, request) => {
          const origin = request ? originOf(request.headers) : (publicUrl() ?? '')
          await sendLetter({
            to: email,
            subject: `An invitation to “${name}” in Calque`,
            text: `${inviter.user.name} asks you into “${name}”. This address lets you in, for a week:\n\n${origin}/join/${id}`,
          })
        },
      }),
      secondFactor({ issuer: 'Calque' }),
      genericOAuth({
        config: office
          ? [
              {
                providerId: OFFICE_PROVIDER,
                clientId: office.clientId,
                clientSecret: office.clientSecret,
                discoveryUrl: `${office.issuer}/.well-known/openid-configuration`,
                scopes: ['openid', 'email', 'profile'],
                pkce: true,
              },
            ]
          : [],
      }),
    ],
    databaseHooks: {
      account: {
        create: {
          // Whoever the organisation’s own sign-in vouches for belongs to it.
          after: async ({ providerId, userId }) => {
            if (providerId !== OFFICE_PROVIDER) return
            await database()
              .insert(member)
              .values({ id: crypto.randomUUID(), organizationId: FIRST_ORGANISATION, userId, role: 'member' })
              .onConflictDoNothing()
          },
        },
      },
    },
  })
}

type Auth = ReturnType<typeof make>
const kept = processWide<{ auth: Auth }>('auth')

/** The one of this process. */
export function auth(): Auth {
  kept.auth ??= make()
  return kept.auth
}
