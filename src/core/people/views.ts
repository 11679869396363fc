import type { Actor, LinkRight, Role, TokenScope } from './rights'

/** People and what they may do, as clients see it. Times are ISO 8601. */

export interface SeenAs {
  readonly kind: Actor['kind']
  readonly id: string | null
  readonly name: string
  readonly email: string | null
  readonly administrator: boolean
  /** The organisations to which they belong. */
  readonly organisations: readonly { readonly id: string; readonly name: string; readonly role: string }[]
  /** How one signs in here; null where nobody does. */
  readonly signIn: {
    /** The organisation's own sign-in, by its name. */
    readonly office: string | null
    /** Whether nobody has an account yet. */
    readonly begins: boolean
  } | null
}

/** What an invitation is for. */
export interface Invited {
  readonly kind: 'set-up' | 'organisation' | 'project'
  /** The organisation or the project. */
  readonly into: string
  /** To whom it was sent; null for the first one. */
  readonly email: string | null
  /** Whether there is an account for that address already: then it is enough to sign in. */
  readonly known: boolean
}

/** Somebody who has a part in a project. */
export interface ProjectPerson {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly role: Role
}

/** Somebody who was asked into a project and has not come yet. */
export interface ProjectInvitation {
  readonly id: string
  readonly email: string
  readonly role: Role
  readonly expiresAt: string
}

/** An address that opens a project without an account. */
export interface ShareLink {
  readonly id: string
  readonly name: string
  readonly may: readonly LinkRight[]
  readonly hasPassword: boolean
  readonly expiresAt: string | null
  readonly createdAt: string
  readonly usedAt: string | null
}

/** What a program signs in by. */
export interface ApiToken {
  readonly id: string
  readonly name: string
  readonly scope: TokenScope
  readonly expiresAt: string | null
  readonly createdAt: string
  readonly usedAt: string | null
}

/** Something that somebody did, by their id. */
export interface AuditEntry {
  readonly id: string
  readonly at: string
  readonly actor: string
  readonly action: string
  readonly projectId: string | null
  readonly detail: string
}

/** A letter that was written while no mail server was set. */
export interface KeptLetter {
  readonly id: string
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly sentAt: string
}

/** What whoever looks after a Calque sees of it: how much there is, never what is drawn. */
export interface Administration {
  readonly people: readonly {
    readonly id: string
    readonly name: string
    readonly email: string
    readonly administrator: boolean
    readonly createdAt: string
    /** When they last did something; null for never. */
    readonly seenAt: string | null
  }[]
  readonly projects: readonly {
    readonly id: string
    readonly name: string
    readonly organisation: string
    readonly people: number
    readonly bytes: number
    readonly pages: number
    readonly changedAt: string
  }[]
  readonly space: { readonly databaseBytes: number; readonly contentBytes: number }
  /** Jobs that wait, and seconds since a reader was last heard of; null where none ever was. */
  readonly health: { readonly queue: number; readonly readerSeenSeconds: number | null }
  readonly failures: readonly { readonly what: string; readonly name: string; readonly why: string | null }[]
}
