import { string } from 'yup'

/** What accounts are made of, for the forms and for the server alike. */

/** better-auth's own bounds. */
export const passwordField = string()
  .min(8, 'A password has at least 8 letters.')
  .max(128, 'A password has at most 128 letters.')

export const personNameField = string().trim().max(100, 'A name has at most 100 letters.')

/** The longest address that mail goes to (RFC 5321, 4.5.3.1). */
export const emailField = string().trim().email('That is no e-mail address.').max(254)
