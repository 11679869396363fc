import { emailField, passwordField, personNameField } from '@/core/people/fields'

export const newPassword = passwordField.required('Choose a password.')

export const personName = personNameField.required('Type your name.')

export const emailAddress = emailField.required('Type an e-mail address.')
