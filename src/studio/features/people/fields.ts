import { string } from 'yup'

/** better-auth's own bounds. */
export const newPassword = string()
  .required('Choose a password.')
  .min(8, 'A password has at least 8 letters.')
  .max(128, 'A password has at most 128 letters.')

export const personName = string().trim().required('Type your name.').max(100, 'A name has at most 100 letters.')

export const emailAddress = string().trim().required('Type an e-mail address.').email('That is no e-mail address.')
