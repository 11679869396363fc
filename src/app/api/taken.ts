import { type AnySchema, array, boolean, mixed, number, object, string, type ValidationError } from 'yup'
import { handOverChoiceSchema } from '@/core/formats/making'
import { SHELVES } from '@/core/library/item'
import { isLibraryRecord, LIBRARY_KINDS, type LibraryRecord } from '@/core/library/registry'
import { changeSchema } from '@/core/model/change/read'
import { idSchema, pointSchema } from '@/core/model/fields'
import { validateRecord } from '@/core/model/registry'
import { emailField, passwordField, personNameField } from '@/core/people/fields'
import { MOST_SELECTED } from '@/core/people/presence'
import { LINK_RIGHTS, ROLES, TOKEN_SCOPES } from '@/core/people/rights'
import { nameField, revisionField } from './fields'

/** What requests are taken with, all in one place: the handlers check by it, and docs/openapi.json tells it. */

export const projectBody = object({ name: nameField }).noUnknown()

export const preferBody = object({
  sheetIds: array(idSchema.required()).min(1).max(200).required(),
  what: string()
    .oneOf(['pictures', 'lines'] as const)
    .required(),
}).noUnknown()

export const knownBody = object({ ids: array(idSchema.required()).max(10_000).required() }).noUnknown()

export const makingBody = object({ format: string().required(), on: handOverChoiceSchema.default({}) }).noUnknown()

export const issueBody = object({
  name: string().trim().min(1, 'Say what is issued: for tender, for instance.').max(100).required(),
  note: string().trim().max(500),
  formats: array(string().max(40).required()).max(40).required(),
  on: handOverChoiceSchema.default({}),
}).noUnknown()

export const readingBody = object({
  length: string().trim().min(1).max(100).required(),
  note: string().max(200),
}).noUnknown()

export const stateBody = object({
  state: string()
    .oneOf(['stopped', 'going'] as const)
    .required(),
}).noUnknown()

export const passwordBody = object({ password: string().min(1).max(500).required() }).noUnknown()

export const resolutionBody = object({ dpi: number().min(1).max(10_000).nullable().defined() }).noUnknown()

/** Which history somebody counts by: see `epoch` of a project. */
const epochField = string().max(64)

/** What somebody who sends a change knows of the project. */
export const knownOfProject = object({ epoch: epochField.required(), revision: revisionField().required() })
  .noUnknown()
  .default(undefined)

export const changesQuery = object({ since: revisionField(), before: revisionField(), epoch: epochField }).test(
  'one',
  'say either “since” or “before”',
  ({ since, before }) => (since === undefined) !== (before === undefined),
)

export const historyQuery = object({ before: revisionField() }).noUnknown()

export const uploadQuery = object({
  name: string().trim().min(1).max(1000).required('say the name of the file'),
  supersedes: idSchema,
  again: idSchema,
}).noUnknown()

export const findQuery = object({
  text: string().trim().min(1).max(200).required('say the text to look for'),
}).noUnknown()

const secretField = string().min(8).max(200).required()

export const secretQuery = object({ secret: secretField })

/** Who is signed in already sends only the secret. */
export const joinBody = object({
  secret: secretField,
  name: personNameField.min(1, 'Say your name.').default(''),
  email: emailField,
  password: passwordField.default(''),
}).noUnknown()

export const inviteBody = object({ email: emailField.required(), role: string().oneOf(ROLES).required() }).noUnknown()

export const transferBody = object({ organizationId: string().max(100).required() }).noUnknown()

export const roleBody = object({ role: string().oneOf(ROLES).required() }).noUnknown()

export const linkBody = object({
  name: string().trim().min(1, 'Say whom the link is for.').max(100).required(),
  may: array(string().oneOf(LINK_RIGHTS).required()).max(LINK_RIGHTS.length).required(),
  password: passwordField.nullable(),
  expiresAt: string().datetime({ message: 'Say the end as a time (ISO 8601).', allowOffset: true }).nullable(),
}).noUnknown()

export const openLinkBody = object({
  secret: secretField,
  password: string().max(128),
  name: string().trim().max(100),
}).noUnknown()

export const tokenBody = object({
  name: string().trim().min(1, 'Say what the token is for.').max(100).required(),
  scope: string().oneOf(TOKEN_SCOPES).required(),
  days: number().integer().min(1).max(3650).nullable(),
}).noUnknown()

export const presenceBody = object({
  window: idSchema.required(),
  at: pointSchema.nullable().defined(),
  view: object({ center: pointSchema.required(), widthMm: number().positive().required() }).noUnknown().required(),
  levelId: idSchema.nullable().defined(),
  selection: array(idSchema.required()).max(MOST_SELECTED).required(),
  gone: boolean().required(),
}).noUnknown()

export const administratorBody = object({ administrator: boolean().required() }).noUnknown()

export const auditQuery = object({
  before: string().datetime({ message: 'Say a time (ISO 8601).', allowOffset: true }),
}).noUnknown()

/** A record of a kind that a library keeps: see docs/data-model.md. */
export const libraryBody = mixed<LibraryRecord>()
  .required()
  .test('record', function (candidate) {
    if (!isLibraryRecord(candidate))
      return this.createError({ message: `A library keeps records of these kinds: ${LIBRARY_KINDS.join(', ')}.` })
    try {
      return validateRecord(candidate) !== null
    } catch (error) {
      return this.createError({ message: (error as ValidationError).errors.join('; ') })
    }
  })

/** Something that is so or not, as a query says it. */
const yesField = string().oneOf(['true', 'false'] as const)

export const libraryQuery = object({
  kind: string().oneOf([...LIBRARY_KINDS, 'all'] as const),
  removed: yesField,
}).noUnknown()

const shelfField = string().oneOf(SHELVES)

const versionField = number().integer().min(1)

export const keepQuery = object({ shelf: shelfField, after: versionField, fresh: yesField }).noUnknown()

export const shelfQuery = object({ shelf: shelfField }).noUnknown()

export const itemQuery = object({ shelf: shelfField, version: versionField }).noUnknown()

/** The body of each request that takes fields. */
export const BODIES: Readonly<Record<string, AnySchema>> = {
  'POST /api/projects': projectBody,
  'PATCH /api/projects/{id}': projectBody,
  'POST /api/projects/{id}/preferred': preferBody,
  'POST /api/projects/{id}/changes': changeSchema.shape({ at: knownOfProject }),
  'POST /api/projects/{id}/changes/known': knownBody,
  'POST /api/projects/{id}/makings': makingBody,
  'POST /api/projects/{id}/issues': issueBody,
  'POST /api/projects/{id}/readings': readingBody,
  'POST /api/library': libraryBody,
  'POST /api/join': joinBody,
  'POST /api/links': openLinkBody,
  'POST /api/tokens': tokenBody,
  'POST /api/projects/{id}/people': inviteBody,
  'POST /api/projects/{id}/transfer': transferBody,
  'PATCH /api/projects/{id}/people/{person}': roleBody,
  'POST /api/projects/{id}/links': linkBody,
  'POST /api/projects/{id}/tokens': tokenBody,
  'PATCH /api/administration/people/{id}': administratorBody,
  'POST /api/projects/{id}/presence': presenceBody,
  'POST /api/sources/{id}/reading': stateBody,
  'POST /api/sources/{id}/password': passwordBody,
  'PATCH /api/sheets/{id}': resolutionBody,
}

/** The query of each request that has one. */
export const QUERIES: Readonly<Record<string, AnySchema>> = {
  'GET /api/projects/{id}/history': historyQuery,
  'GET /api/projects/{id}/changes': changesQuery,
  'POST /api/projects/{id}/sources': uploadQuery,
  'GET /api/projects/{id}/pages': findQuery,
  'GET /api/projects/{id}/audit': auditQuery,
  'GET /api/audit': auditQuery,
  'GET /api/library': libraryQuery,
  'POST /api/library': keepQuery,
  'GET /api/library/{id}': itemQuery,
  'DELETE /api/library/{id}': shelfQuery,
  'GET /api/join': secretQuery,
  'GET /api/links': secretQuery,
  'GET /api/projects/{id}/hand-over/{format}': handOverChoiceSchema,
}
